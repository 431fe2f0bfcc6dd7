import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useEffect, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { MarkedBrief, MarkedClass } from '@ravlo/contract';
import { useMarkerDeskQuery, useWriteBriefMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { AskedFacts } from '@/page/AskedFacts';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { Sheet } from '@/ui/Sheet';
import { Perforation, Slip } from '@/ui/Slip';
import { TextField } from '@/ui/TextField';
import { space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { dropDraft, keepDraft, takeUpDraft } from './briefDraft';
import {
  briefFormSchema,
  contentOf,
  EMPTY_FORM,
  formOf,
  publishAtOf,
  sayEffects,
  type BriefForm,
} from './briefForm';
import { HowFields } from './HowFields';
import { WhatFields } from './WhatFields';
import { WhenFields } from './WhenFields';

export interface BriefFormScreenProps {
  /** of a new brief */
  readonly classId?: string;
  /** that is changed */
  readonly briefId?: string;
}

/** A brief is written, or changed. */
export function BriefFormScreen({ classId, briefId }: BriefFormScreenProps) {
  const router = useRouter();
  const { data: desk, error } = useMarkerDeskQuery();
  const of = desk?.classes.find(
    ({ id, briefs }) => id === classId || briefs.some(({ brief }) => brief.id === briefId),
  );
  const marked = of?.briefs.find(({ brief }) => brief.id === briefId) ?? null;
  if (of && (marked || !briefId)) return <TheForm key={briefId ?? classId} of={of} marked={marked} />;
  return (
    <ScreenFrame
      column
      header={<IconButton icon={ArrowLeft} label="To the classes" onPress={() => router.replace('/mark')} />}
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {desk && !of ? <Notice title="You mark in no such class." /> : null}
    </ScreenFrame>
  );
}

function TheForm({ of, marked }: { readonly of: MarkedClass; readonly marked: MarkedBrief | null }) {
  const router = useRouter();
  const [writeBrief, writing] = useWriteBriefMutation();
  const [openedAt] = useState(() => Date.now());
  const [preview, setPreview] = useState<BriefForm | null>(null);
  const [opened] = useState(marked);
  const place = marked?.brief.id ?? of.id;
  const [draft] = useState(() => takeUpDraft(place));
  const [isTakenUp, setTakenUp] = useState(draft !== null);
  const fresh = opened ? formOf(opened, openedAt) : EMPTY_FORM;
  const form = useForm<BriefForm>({
    resolver: zodResolver(briefFormSchema),
    defaultValues: draft ?? fresh,
  });
  const back = marked ? `/mark/brief/${marked.brief.id}` : `/mark/class/${of.id}`;
  const came = marked ? marked.counts.toMark + marked.counts.marked : 0;
  const { isDirty } = form.formState;
  const now = useWatch({ control: form.control }) as BriefForm;
  useEffect(() => {
    if (isDirty) keepDraft(place, now);
  }, [isDirty, place, now]);
  const beginAnew = () => {
    dropDraft(place);
    form.reset(fresh);
    setTakenUp(false);
  };
  const effects =
    came > 0 && opened && briefFormSchema.safeParse(now).success
      ? sayEffects(opened.brief, contentOf(now), came)
      : [];
  const write = form.handleSubmit(async (values) => {
    const { data } = await writeBrief({
      place: marked ? { briefId: marked.brief.id } : { classId: of.id },
      content: contentOf(values),
      publishAt: seenFrom(values, opened),
      version: opened?.version ?? null,
    });
    if (!data) return;
    dropDraft(place);
    router.replace(`/mark/brief/${data.brief.id}`);
  });
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title={marked ? 'Change the brief' : 'New brief'}
          detail={of.name}
          back="Back"
          onBack={() => router.replace(back)}
        >
          <WordButton label="As a student sees it" onPress={() => setPreview(form.getValues())} />
        </ScreenHead>
      }
      footer={
        <>
          {effects.length > 0 ? (
            <Notice title="What this does to work that has come" detail={effects.join(' ')} />
          ) : null}
          {writing.error ? <Notice tone="attention" title={toTrouble(writing.error).detail} /> : null}
          <Button
            kind="filled"
            label={marked ? 'Save the brief' : now.publish === 'now' ? 'Publish the brief' : 'Save the brief'}
            disabled={writing.isLoading}
            onPress={() => void write()}
          />
        </>
      }
    >
      {isTakenUp ? (
        <Notice
          title="This is what you had begun to write."
          detail="It is not saved yet."
          below={<WordButton label="Begin anew" onPress={beginAnew} />}
        />
      ) : null}
      <View>
        <Controller
          control={form.control}
          name="title"
          render={({ field, fieldState: { error } }) => (
            <View style={styles.title}>
              <TextField
                ref={field.ref}
                isLead
                aria-label="Title"
                placeholder="Title, as Tides, week 3"
                value={field.value}
                maxLength={120}
                onChangeText={field.onChange}
                onBlur={field.onBlur}
              />
              {error ? (
                <Words size="small" role="alert">
                  {error.message}
                </Words>
              ) : null}
            </View>
          )}
        />
        <WhatFields form={form} />
        <WhenFields form={form} />
        <HowFields form={form} />
      </View>
      {preview ? <Preview form={preview} of={of} onClose={() => setPreview(null)} /> : null}
    </ScreenFrame>
  );
}

/** From when students see it: what is out already keeps its time. */
function seenFrom(form: BriefForm, opened: MarkedBrief | null): string | null {
  const now = Date.now();
  const before = opened?.publishAt ?? null;
  const isOut = before !== null && Date.parse(before) <= now;
  return form.publish === 'now' && isOut ? before : publishAtOf(form, now);
}

interface PreviewProps {
  readonly form: BriefForm;
  readonly of: MarkedClass;
  readonly onClose: () => void;
}

function Preview({ form, of, onClose }: PreviewProps) {
  const read = briefFormSchema.safeParse(form);
  const NOBODYS = '00000000-0000-4000-8000-000000000000';
  return (
    <Sheet title="As a student sees it" onClose={onClose}>
      <View style={styles.preview}>
        {read.success ? (
          <Slip seed="preview">
            <Words bold size="title">
              {form.title}
            </Words>
            <Words size="small">{[of.name, form.unit].filter(Boolean).join(', ')}</Words>
            <Perforation />
            <AskedFacts brief={{ ...contentOf(form), id: NOBODYS, classId: of.id }} withDue />
            {form.instructions ? (
              <>
                <Perforation />
                <Words>{form.instructions}</Words>
              </>
            ) : null}
          </Slip>
        ) : (
          <Notice
            tone="attention"
            title={read.error.issues[0]?.message ?? 'Something is missing.'}
            detail="Say that first; then it can be shown."
          />
        )}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  title: { paddingBottom: space.two, gap: space.half },
  preview: { padding: space.one },
});
