import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes } from '@ravlo/contract';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { Ruler } from '@/ui/Ruler';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { readSize, writeSize, type SizeUnit } from './sizeLimit';

export interface SizeLimitProps {
  /** of the file; null while it is being made */
  readonly bytes: number | null;
  /** null for no limit */
  readonly mostBytes: number | null;
  readonly onChange: (mostBytes: number | null) => void;
}

const UNITS = [
  { value: 'bytes', label: 'bytes' },
  { value: 'KB', label: 'KB' },
  { value: 'MB', label: 'MB' },
] as const;

const LIMIT_WIDTH = { width: 110 } as const;
/** What a first limit is: what many mail programs and school services take. */
const USUAL = 5e6;

/** How large the file is, and how large it may be. */
export function SizeLimit({ bytes, mostBytes, onChange }: SizeLimitProps) {
  const size = bytes === null ? '' : sayBytes(bytes);
  return (
    <View style={styles.all}>
      <View style={styles.head}>
        <Words bold>Size</Words>
        <Words>
          {mostBytes === null ? size : `${size ? `${size} of ` : 'at most '}${sayBytes(mostBytes)}`}
        </Words>
        <View style={styles.way}>
          <WordButton
            label={mostBytes === null ? 'Set a limit' : 'No limit'}
            onPress={() => onChange(mostBytes === null ? USUAL : null)}
          />
        </View>
      </View>
      {mostBytes === null ? null : (
        <>
          <Ruler
            label={`${size || 'A size not known yet'} of ${sayBytes(mostBytes)}`}
            amount={bytes ?? 0}
            most={mostBytes}
          />
          <LimitField mostBytes={mostBytes} onChange={onChange} />
        </>
      )}
    </View>
  );
}

interface LimitFieldProps {
  readonly mostBytes: number;
  readonly onChange: (mostBytes: number) => void;
}

function LimitField({ mostBytes, onChange }: LimitFieldProps) {
  const [typed, setTyped] = useState(() => writeSize(mostBytes));
  const now = readSize(typed.text, typed.unit);
  const set = (next: { text: string; unit: SizeUnit }) => {
    setTyped(next);
    const read = readSize(next.text, next.unit);
    if (read !== null) onChange(read);
  };
  return (
    <>
      <View style={styles.field}>
        <TextField
          isLead
          aria-label="At most"
          inputMode="decimal"
          value={typed.text}
          onChangeText={(text) => set({ ...typed, text })}
          place={LIMIT_WIDTH}
        />
        <View style={styles.unit}>
          <ChoiceRow
            hidesLabel
            label="Unit"
            options={UNITS}
            value={typed.unit}
            onChange={(unit) => set({ ...typed, unit })}
          />
        </View>
      </View>
      {now === null ? (
        <Words role="alert" colour={colours.pencil}>
          {`A number of ${typed.unit} is needed. Until then it stays at ${sayBytes(mostBytes)}.`}
        </Words>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.half },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.one * 1.5 },
  way: { marginLeft: 'auto' },
  field: { flexDirection: 'row', alignItems: 'center', gap: space.two },
  unit: { flex: 1 },
});
