import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MOST_INSTRUCTIONS, sayBytes } from '@ravlo/contract';
import { useKeepWorksheetMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { ChoiceField, TypedField, type TheBriefForm } from './fields';
import { FormRow } from './FormRow';

const PAGES = [
  { value: 'any', label: 'as many as it takes' },
  { value: 'count', label: 'so many' },
  { value: 'parts', label: 'these parts' },
] as const;

/** What is asked: words, worksheet, pages, points. */
export function WhatFields({ form }: { readonly form: TheBriefForm }) {
  const pages = form.watch('pages');
  return (
    <>
      <TypedField form={form} name="unit" label="Unit" detail="may stay empty" maxLength={120} />
      <TypedField
        form={form}
        name="instructions"
        label="What is to be done"
        multiline
        maxLength={MOST_INSTRUCTIONS}
        place={LINES}
      />
      <WorksheetField form={form} />
      <ChoiceField form={form} name="pages" label="Pages" options={PAGES} />
      {pages === 'count' ? (
        <View style={styles.two}>
          <View style={styles.half}>
            <TypedField form={form} name="least" label="From" inputMode="numeric" />
          </View>
          <View style={styles.half}>
            <TypedField form={form} name="most" label="To" inputMode="numeric" />
          </View>
        </View>
      ) : null}
      {pages === 'parts' ? (
        <TypedField
          form={form}
          name="parts"
          label="Parts"
          detail="one in each line"
          placeholder={'Problem 1\nProblem 2'}
          multiline
          place={LINES}
        />
      ) : null}
      <TypedField
        form={form}
        name="points"
        label="Points"
        detail="the most; nothing where there are none"
        inputMode="decimal"
        place={SHORT}
      />
    </>
  );
}

function WorksheetField({ form }: { readonly form: TheBriefForm }) {
  const input = useRef<HTMLInputElement>(null);
  const [keepWorksheet, keeping] = useKeepWorksheetMutation();
  const [trouble, setTrouble] = useState<string | undefined>(undefined);
  const worksheet = form.watch('worksheet');
  const attach = async (file: File | undefined) => {
    if (!file) return;
    const { data, error } = await keepWorksheet(file);
    setTrouble(error ? toTrouble(error).detail : undefined);
    if (data) form.setValue('worksheet', data, { shouldDirty: true });
  };
  return (
    <FormRow label="Worksheet" detail="a PDF, may stay empty" trouble={trouble}>
      <input
        ref={input}
        type="file"
        accept="application/pdf"
        hidden
        data-testid="worksheet-file"
        onChange={(event) => {
          void attach(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      {worksheet ? (
        <View style={styles.sheet}>
          <View style={styles.half}>
            <Words bold>{worksheet.name}</Words>
            <Words size="small" colour={colours.quiet}>
              {`${worksheet.pages === 1 ? '1 page' : `${worksheet.pages} pages`}, ${sayBytes(worksheet.bytes)}`}
            </Words>
          </View>
          <WordButton label="Another" onPress={() => input.current?.click()} />
          <WordButton
            label="Take it off"
            onPress={() => form.setValue('worksheet', null, { shouldDirty: true })}
          />
        </View>
      ) : (
        <Button
          compact
          label={keeping.isLoading ? 'Attaching…' : 'Attach a PDF'}
          disabled={keeping.isLoading}
          onPress={() => input.current?.click()}
        />
      )}
    </FormRow>
  );
}

const LINES = { minHeight: 120 } as const;
const SHORT = { width: 120 } as const;

const styles = StyleSheet.create({
  two: { flexDirection: 'row', gap: space.two },
  half: { flex: 1, minWidth: 0 },
  sheet: { flexDirection: 'row', alignItems: 'center', gap: space.two, flexWrap: 'wrap' },
});
