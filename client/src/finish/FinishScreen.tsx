import { useRouter } from 'expo-router';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useRef, useState } from 'react';
import { StyleSheet, View, type TextInput } from 'react-native';
import type { Page, ReadyFix } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { saveFile } from '@/ui/saveFile';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { usePageRemarks } from '@/page/usePageRemarks';
import { CloseLook } from './CloseLook';
import { FinishChoices } from './FinishChoices';
import { Making } from './Making';
import { HandOverWay } from './HandOverWay';
import { NameField } from './NameField';
import { NameParts } from './NameParts';
import { PdfPages } from './PdfPages';
import { ReadyCheck } from '@/page/ReadyCheck';
import { useFinish } from './useFinish';
import { usePdf } from '@/page/usePdf';
import { asksOf } from '@/page/asksOf';
import { useTie } from '@/page/useTie';
import { useReadyCheck } from '@/page/useReadyCheck';
import { WaysOut } from './WaysOut';

const NONE_LOST: readonly number[] = [];
const NO_PAGES: readonly Page[] = [];

/** The file as it will be, whether it is ready, its name and paper, and the ways out. */
export function FinishScreen({ packetId }: { readonly packetId: string }) {
  const router = useRouter();
  const isWide = useWide();
  const finish = useFinish(packetId);
  const { wishes } = finish;
  const { tied, parts, nameAsked } = useTie(finish.packet);
  const pdf = usePdf(finish.packet, wishes, parts?.given ?? null);
  const [savedAs, setSavedAs] = useState<string | null>(null);
  const [close, setClose] = useState<{ number: number; pdf: PDFDocumentProxy } | null>(null);
  const [sheet, setSheet] = useState<'ways-out' | 'name-parts' | null>(null);
  const nameField = useRef<TextInput>(null);

  const made = pdf.status === 'ready' ? pdf : null;
  const bytes = made && !made.isStale ? made.bytes : null;
  const lost = pdf.status === 'ready' ? pdf.lost : pdf.status === 'failed' ? pdf.numbers : NONE_LOST;
  const { leastBytes } = made ?? {};
  const lines = useReadyCheck(finish.packet, {
    name: finish.title,
    bytes: bytes?.length ?? null,
    mostBytes: wishes.mostBytes,
    leastBytes,
    ...(tied ? asksOf(tied, parts, nameAsked) : {}),
    lost,
  });
  const remarks = usePageRemarks(finish.packet?.pages ?? NO_PAGES);
  // What is larger than allowed never leaves.
  const canLeave = bytes !== null && finish.isNamed && leastBytes === undefined;

  const toPage = (number: number) => {
    const page = finish.packet?.pages[number - 1];
    if (page) router.push(`/packet/${packetId}/page/${page.id}`);
  };
  const fix = (way: ReadyFix) => {
    if (way.does === 'name') nameField.current?.focus();
    else if (way.does === 'take-name') name(way.name);
    else if (way.does === 'see-page') toPage(way.number);
    else router.push(way.does === 'add-pages' ? `/packet/${packetId}/gather` : `/packet/${packetId}`);
  };
  const save = () => {
    if (!bytes) return;
    saveFile(new Blob([bytes], { type: 'application/pdf' }), `${finish.file}.pdf`);
    finish.rememberName();
    setSavedAs(`${finish.file}.pdf`);
  };

  const name = (next: string) => {
    setSavedAs(null);
    finish.setName(next);
  };

  const preview = made ? (
    <PdfPages
      bytes={made.bytes}
      pages={remarks.flatMap((remark, i) => (lost.includes(i + 1) ? [] : { number: i + 1, remark }))}
      onMend={toPage}
      onClose={(number, document) => setClose({ number, pdf: document })}
    />
  ) : (
    <Making pdf={pdf} isEmpty={finish.packet?.pages.length === 0} onLook={toPage} />
  );
  const choices = (
    <>
      {finish.packet ? <ReadyCheck lines={lines} onFix={fix} /> : null}
      <NameField
        ref={nameField}
        name={finish.name}
        problem={finish.nameProblem}
        suggestion={finish.suggestion}
        file={finish.file}
        onChange={name}
        onParts={() => setSheet('name-parts')}
      />
      <FinishChoices
        wishes={wishes}
        isSigned={finish.isSigned}
        bytes={bytes?.length ?? null}
        onChange={finish.set}
      />
      <Words size="small" colour={colours.quiet} testID="pdf-size">
        {bytes
          ? `${bytes.length.toLocaleString('en')} bytes. Nothing of the camera, the place or the time of the photos is in it.`
          : 'The file is being made.'}
      </Words>
    </>
  );

  return (
    <ScreenFrame
      column={!isWide}
      header={
        <ScreenHead
          title="Finish"
          detail={finish.isNamed ? finish.title : null}
          back="To the table"
          onBack={() => router.replace(`/packet/${packetId}`)}
        />
      }
      footer={
        <>
          {savedAs ? (
            <Notice tone="good" title={`Saved as ${savedAs}`} detail="Look in your downloads." />
          ) : null}
          <HandOverWay packetId={packetId} isTied={tied !== null} />
          <View style={styles.ways}>
            <Button grow label="Save or share" disabled={!canLeave} onPress={() => setSheet('ways-out')} />
            {tied ? (
              <Button
                grow
                kind="filled"
                label="Hand over…"
                disabled={!canLeave}
                onPress={() => router.push(`/packet/${packetId}/hand-over`)}
              />
            ) : (
              <Button
                grow
                kind="filled"
                label={lost.length > 0 && made ? 'Save the rest' : 'Save PDF'}
                disabled={!canLeave}
                onPress={save}
              />
            )}
          </View>
        </>
      }
    >
      {finish.trouble ? <Notice tone="attention" title={finish.trouble.detail} /> : null}
      {isWide ? (
        <View style={styles.wide}>
          <View style={styles.preview}>{preview}</View>
          <View style={styles.choices}>{choices}</View>
        </View>
      ) : (
        <>
          {preview}
          {choices}
        </>
      )}
      {close ? <CloseLook pdf={close.pdf} number={close.number} onClose={() => setClose(null)} /> : null}
      {sheet === 'name-parts' ? (
        <NameParts own={finish.own} toFile={finish.toFile} onUse={name} onClose={() => setSheet(null)} />
      ) : null}
      {sheet === 'ways-out' && bytes && made ? (
        <WaysOut
          packetId={packetId}
          name={finish.file}
          bytes={bytes}
          pageCount={made.pageCount}
          onSave={save}
          onClose={() => setSheet(null)}
        />
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  ways: { flexDirection: 'row', gap: space.one * 1.5 },
  wide: { flexDirection: 'row', gap: space.four, alignItems: 'flex-start' },
  preview: { flex: 1, minWidth: 0 },
  choices: { width: 360, gap: space.two },
});
