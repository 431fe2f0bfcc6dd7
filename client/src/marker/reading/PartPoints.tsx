import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { readPoints, sayPoints, type Reading } from '@ravlo/contract';
import { TextField } from '@/ui/TextField';
import { colours, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { pageOfPart } from './neighbours';
import type { Marks } from './useMarks';

export interface PartPointsProps {
  readonly parts: readonly string[];
  readonly reading: Reading;
  readonly marks: Marks;
  /** that is read of one student after the other */
  readonly chosen: string | null;
  readonly onShow: (page: number) => void;
}

/** Points for each part; a part can be read of all students, one after the other. */
export function PartPoints({ parts, reading, marks, chosen, onShow }: PartPointsProps) {
  const router = useRouter();
  const { attempt, brief } = reading;
  return (
    <View style={styles.all}>
      <Words bold size="lead" heading={2}>
        By part
      </Words>
      {parts.map((part) => {
        const page = pageOfPart(reading.parts, part);
        return (
          <View key={part} style={styles.part}>
            <Pressable
              role="button"
              disabled={page === null}
              onPress={() => page !== null && onShow(page)}
              style={styles.name}
            >
              <Words bold={part === chosen} numberOfLines={1}>
                {part}
              </Words>
              <Words size="small" colour={colours.quiet}>
                {page === null ? 'no page says so' : `page ${page}`}
              </Words>
            </Pressable>
            <PartField
              key={`${attempt.id} ${part}`}
              part={part}
              most={brief.points ?? 0}
              points={marks.marking.parts.find((each) => each.part === part)?.points ?? null}
              onChange={(points) => marks.setPart(part, points)}
            />
            {part === chosen ? null : (
              <WordButton
                label="Of all"
                describes={`Read ${part} of all students, one after the other`}
                onPress={() => router.replace(`/mark/attempt/${attempt.id}?part=${encodeURIComponent(part)}`)}
              />
            )}
          </View>
        );
      })}
      {chosen === null ? null : (
        <WordButton
          label="Read whole works again"
          onPress={() => router.replace(`/mark/attempt/${attempt.id}`)}
        />
      )}
    </View>
  );
}

interface PartFieldProps {
  readonly part: string;
  readonly most: number;
  readonly points: number | null;
  readonly onChange: (points: number | null) => void;
}

function PartField({ part, most, points, onChange }: PartFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      aria-label={`Points for ${part}`}
      value={typed ?? (points === null ? '' : sayPoints(points))}
      inputMode="decimal"
      onChangeText={(next) => {
        setTyped(next);
        const read = readPoints(next);
        if (next.trim() === '') onChange(null);
        else if (read !== null && read >= 0 && read <= most) onChange(read);
      }}
      onBlur={() => setTyped(null)}
      place={FIELD}
    />
  );
}

const FIELD = { width: 72 } as const;

const styles = StyleSheet.create({
  all: { gap: space.half },
  part: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  name: { flex: 1, minWidth: 0, minHeight: target, justifyContent: 'center' },
});
