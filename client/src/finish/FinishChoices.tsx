import { StyleSheet, View } from 'react-native';
import type { Margin, PacketFacts, Paper } from '@ravlo/contract';
import { useAppDispatch } from '@/packet/store';
import { setMyName } from '@/page/myNameSlice';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { PdfWishes } from '@/page/makePdf';
import { SizeLimit } from './SizeLimit';

export interface FinishChoicesProps {
  readonly wishes: PdfWishes;
  readonly isSigned: boolean;
  /** of the file; null while it is being made */
  readonly bytes: number | null;
  readonly onChange: (change: Partial<PacketFacts>, what: string) => void;
}

const PAPERS: readonly { readonly value: Paper; readonly label: string }[] = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
  { value: 'fit', label: 'Fit' },
  { value: 'sheet', label: 'Own size' },
];

const MARGINS: readonly { readonly value: Margin; readonly label: string }[] = [
  { value: 'none', label: 'None' },
  { value: 'small', label: 'Small' },
  { value: 'marking', label: 'For marking' },
];

const SIDES = [
  { value: 'own', label: 'As the page' },
  { value: 'upright', label: 'All upright' },
] as const;

const AUTHORS = [
  { value: 'nobody', label: 'Not said' },
  { value: 'me', label: 'My name' },
] as const;

/** How the file is to be: its size, its paper, and whether it says whose it is. */
export function FinishChoices({ wishes, isSigned, bytes, onChange }: FinishChoicesProps) {
  const { paper, margin = 'none', isUpright, mostBytes } = wishes;
  const isCut = paper === 'fit' || paper === 'sheet';
  return (
    <View>
      <SizeLimit
        bytes={bytes}
        mostBytes={mostBytes}
        onChange={(most) => onChange({ mostBytes: most }, 'size limit')}
      />
      <ChoiceRow
        label="Paper"
        options={PAPERS}
        value={paper}
        onChange={(next) => onChange({ paper: next }, 'paper')}
      />
      <ChoiceRow
        label="Margin"
        options={MARGINS}
        value={margin}
        onChange={(next) => onChange({ margin: next }, 'margins')}
      />
      {isCut ? null : (
        <ChoiceRow
          label="Sides"
          options={SIDES}
          value={isUpright ? 'upright' : 'own'}
          onChange={(next) => onChange({ isUpright: next === 'upright' }, 'way that pages lie')}
        />
      )}
      <ChoiceRow
        label="Author"
        options={AUTHORS}
        value={isSigned ? 'me' : 'nobody'}
        onChange={(next) => onChange({ isSigned: next === 'me' }, 'author')}
      />
      {isSigned ? <MyName name={wishes.myName} /> : null}
    </View>
  );
}

function MyName({ name }: { readonly name: string }) {
  const dispatch = useAppDispatch();
  return (
    <View style={styles.name}>
      <TextField
        aria-label="My name"
        value={name}
        maxLength={80}
        placeholder="Your name, as it stands in the file"
        onChangeText={(next) => dispatch(setMyName(next))}
      />
      {name ? null : (
        <Words size="small" colour={colours.quiet}>
          Without a name nothing is said of the author.
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  name: { gap: space.half, paddingTop: space.one },
});
