import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import { useState } from 'react';
import { ActivityIndicator, StyleSheet, TextInput, View } from 'react-native';
import { MOST_NAME_LENGTH, type Paper } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { sayBytes, sayPages } from '@/ui/sayBytes';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { Segments } from '@/ui/Segments';
import { colours, fonts, radius, space, target, type } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { fileName } from './fileName';
import { PdfPages } from './PdfPages';
import { saveFile } from '@/ui/saveFile';
import { useFinish } from './useFinish';
import { usePdf } from './usePdf';

const PAPERS: readonly { readonly value: Paper; readonly label: string }[] = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
  { value: 'fit', label: 'Fit' },
];

/** Name, paper, a look at the PDF, its size, and saving it. */
export function FinishScreen({ packetId }: { readonly packetId: string }) {
  const router = useRouter();
  const finish = useFinish(packetId);
  const pdf = usePdf(finish.packet, finish.paper, finish.title);
  const [savedAs, setSavedAs] = useState<string | null>(null);
  const toTable = () => router.replace(`/packet/${packetId}`);
  const isEmpty = finish.packet?.pages.length === 0;
  const file = `${fileName(finish.title)}.pdf`;

  const save = () => {
    if (pdf.status !== 'ready' || pdf.isStale) return;
    saveFile(new Blob([pdf.bytes], { type: 'application/pdf' }), file);
    setSavedAs(file);
  };

  return (
    <ScreenFrame
      column
      header={
        <>
          <IconButton icon={ArrowLeft} label="To the table" onPress={toTable} />
          <Words size="title" bold heading={1}>
            Finish
          </Words>
        </>
      }
      footer={
        <>
          {savedAs ? (
            <Notice tone="good" title={`Saved as ${savedAs}`} detail="Look in your downloads." />
          ) : null}
          <Button
            kind="filled"
            label="Save PDF"
            disabled={pdf.status !== 'ready' || pdf.isStale}
            onPress={save}
          />
        </>
      }
    >
      {finish.trouble ? <Notice tone="attention" title={finish.trouble.detail} /> : null}
      {isEmpty ? (
        <Notice title="This packet has no pages yet." detail="Add some, then come back here." />
      ) : null}
      {pdf.status === 'failed' ? (
        <Failed
          numbers={pdf.numbers}
          onLook={(number) => router.push(`/packet/${packetId}/page/${finish.packet?.pages[number - 1].id}`)}
        />
      ) : null}
      {pdf.status === 'working' && !isEmpty ? (
        <View
          style={styles.working}
          role="progressbar"
          aria-valuenow={pdf.done}
          aria-valuemax={pdf.total}
          aria-label="Making the PDF"
        >
          <ActivityIndicator aria-label="Making the PDF" color={colours.ink} />
          <Words>
            {pdf.total > 0
              ? `Developing page ${Math.min(pdf.done + 1, pdf.total)} of ${pdf.total}…`
              : 'Opening the packet…'}
          </Words>
        </View>
      ) : null}
      {pdf.status === 'ready' ? <PdfPages previews={pdf.previews} /> : null}

      <View style={styles.field}>
        <Words bold nativeID="name-label">
          File name
        </Words>
        <View style={styles.inputRow}>
          <TextInput
            aria-labelledby="name-label"
            value={finish.name}
            maxLength={MOST_NAME_LENGTH + 20}
            onChangeText={(name) => {
              setSavedAs(null);
              finish.setName(name);
            }}
            style={styles.input}
          />
          <Words bold colour={colours.quiet}>
            .pdf
          </Words>
        </View>
        {finish.nameProblem ? (
          <Words role="alert" colour={colours.pencil}>
            {finish.nameProblem}
          </Words>
        ) : null}
      </View>
      <Segments label="Paper" options={PAPERS} value={finish.paper} onChange={finish.setPaper} />
      {pdf.status === 'ready' ? (
        <View style={styles.facts} role="list" aria-label="The PDF">
          <Fact words={`${sayPages(pdf.previews.length)}, a sheet a page`} />
          <Fact
            words={
              pdf.isStale
                ? 'Being made anew…'
                : `${sayBytes(pdf.bytes.length)} (${pdf.bytes.length.toLocaleString('en')} bytes)`
            }
            testId="pdf-size"
          />
          <Fact words="Nothing of the camera, place or time of the photos is in it" isLast />
        </View>
      ) : null}
    </ScreenFrame>
  );
}

interface FailedProps {
  readonly numbers: readonly number[];
  readonly onLook: (number: number) => void;
}

/** Why there is no PDF: which pages are the trouble, and the way to them. */
function Failed({ numbers, onLook }: FailedProps) {
  const [first] = numbers;
  if (first === undefined) {
    return (
      <Notice
        tone="attention"
        title="The PDF could not be made just now."
        detail="Your photos are safe. Go back to the table and come here again."
      />
    );
  }
  const which = numbers.length > 1 ? `Pages ${numbers.join(', ')}` : `Page ${first}`;
  return (
    <Notice
      tone="attention"
      title={`${which} cannot be developed here.`}
      detail="The photo is safe, and so are the other pages. Take the page again, or delete it, and the PDF is made."
      action={<Button label={`Look at page ${first}`} onPress={() => onLook(first)} />}
    />
  );
}

interface FactProps {
  readonly words: string;
  readonly testId?: string;
  readonly isLast?: boolean;
}

function Fact({ words, testId, isLast = false }: FactProps) {
  return (
    <View role="listitem" style={[styles.fact, !isLast && styles.ruled]} testID={testId}>
      <CircleCheck size={20} color={colours.good} aria-hidden />
      <View style={styles.factWords}>
        <Words>{words}</Words>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  working: { height: 168, alignItems: 'center', justifyContent: 'center', gap: space.one },
  field: { gap: space.one },
  inputRow: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: target + 4,
    paddingRight: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1.5,
    borderColor: colours.quiet,
  },
  input: {
    flex: 1,
    minWidth: 0,
    alignSelf: 'stretch',
    paddingHorizontal: space.two,
    fontFamily: fonts.bold,
    color: colours.ink,
    borderRadius: radius,
    ...type.lead,
  },
  facts: {
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
    paddingHorizontal: space.two,
  },
  fact: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    paddingVertical: space.one * 1.5,
  },
  ruled: { borderBottomWidth: 1, borderColor: colours.line },
  factWords: { flex: 1 },
});
