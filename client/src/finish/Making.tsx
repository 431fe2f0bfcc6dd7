import { ActivityIndicator, StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { PdfState } from '@/page/usePdf';

export interface MakingProps {
  readonly pdf: PdfState;
  readonly isEmpty: boolean;
  readonly onLook: (number: number) => void;
}

/** What there is to see while there is no PDF: how far it is, or why there is none. */
export function Making({ pdf, isEmpty, onLook }: MakingProps) {
  if (isEmpty)
    return <Notice title="This packet has no pages yet." detail="Add some, then come back here." />;
  if (pdf.status === 'failed') return <Failed numbers={pdf.numbers} onLook={onLook} />;
  if (pdf.status !== 'working') return null;
  return (
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
  );
}

interface FailedProps {
  readonly numbers: readonly number[];
  readonly onLook: (number: number) => void;
}

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

const styles = StyleSheet.create({
  working: { height: 320, alignItems: 'center', justifyContent: 'center', gap: space.one },
});
