import { useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View, type TextInput } from 'react-native';
import { MOST_PIN_LETTERS, readPoints, sayPoints, type MarkPin } from '@ravlo/contract';
import { usePhrasesQuery } from '@/packet/markerApi';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/TextField';
import { colours, radius, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import type { Marks } from './useMarks';

export interface PinEditorProps {
  readonly pin: MarkPin;
  readonly number: number;
  readonly marks: Marks;
  readonly onDone: () => void;
}

/** Of the phrases that begin or go on as what is typed does. */
const SHOWN = 3;

/** What a pin says, being written: words, points, phrases that were used before. */
export function PinEditor({ pin, number, marks, onDone }: PinEditorProps) {
  const { data } = usePhrasesQuery();
  const field = useRef<TextInput>(null);
  const [typedPoints, setTypedPoints] = useState(pin.points === null ? '' : sayPoints(pin.points));
  useEffect(() => field.current?.focus(), []);
  const change = (change: Partial<MarkPin>) => marks.putPin({ ...pin, ...change });
  const isWrong = typedPoints.trim() !== '' && readPoints(typedPoints) === null;
  const typed = pin.words.trim().toLocaleLowerCase();
  const phrases = (data?.phrases ?? [])
    .filter((phrase) => phrase !== pin.words && phrase.toLocaleLowerCase().includes(typed))
    .slice(0, SHOWN);
  return (
    <View style={styles.editor}>
      <TextField
        ref={field}
        multiline
        aria-label={`Words of pin ${number}`}
        placeholder="What do you say of it?"
        value={pin.words}
        maxLength={MOST_PIN_LETTERS}
        onChangeText={(words) => change({ words })}
        place={FIELD}
      />
      {phrases.length > 0 ? (
        <ScrollView style={styles.phrases} keyboardShouldPersistTaps="always">
          <View role="list" aria-label="Said before">
            {phrases.map((phrase) => (
              <View key={phrase} role="listitem">
                <Pressable role="button" onPress={() => change({ words: phrase })} style={styles.phrase}>
                  <Words size="small" numberOfLines={2}>
                    {phrase}
                  </Words>
                </Pressable>
              </View>
            ))}
          </View>
        </ScrollView>
      ) : null}
      <View style={styles.row}>
        <TextField
          aria-label={`Points of pin ${number}: what it takes off or adds`}
          placeholder="points"
          value={typedPoints}
          inputMode="text"
          onChangeText={(next) => {
            setTypedPoints(next);
            const points = readPoints(next);
            if (points !== null || next.trim() === '') change({ points });
          }}
          place={POINTS}
        />
        <Button compact label="Done" describes={`Pin ${number} is done`} onPress={onDone} />
        <WordButton
          label="Remove"
          describes={`Remove pin ${number}`}
          onPress={() => {
            marks.removePin(pin.id);
            onDone();
          }}
        />
      </View>
      {isWrong ? (
        <Words size="small" role="alert" colour={colours.pencil}>
          Points like -1, 2 or 1½.
        </Words>
      ) : null}
    </View>
  );
}

const FIELD = { minHeight: 84 } as const;
const POINTS = { width: 74 } as const;

const styles = StyleSheet.create({
  editor: { gap: space.one, backgroundColor: colours.ground },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.one },
  phrases: { maxHeight: 150, backgroundColor: colours.surface, borderRadius: radius },
  phrase: { minHeight: 44, justifyContent: 'center', paddingHorizontal: space.one },
});
