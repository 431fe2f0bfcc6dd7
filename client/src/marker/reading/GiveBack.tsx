import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { format } from 'date-fns/format';
import { isMarkedAtAll, type Reading } from '@ravlo/contract';
import { useGiveBackMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import type { Marks } from './useMarks';

const WHAT: Readonly<Record<string, string>> = {
  points: 'the points',
  comment: 'the words on the whole',
  pin: 'a pin',
  stroke: 'a stroke',
};

/** Whether what was said is saved and seen, and the one action: giving it back. */
export function GiveBack({ reading, marks }: { readonly reading: Reading; readonly marks: Marks }) {
  const { attempt, givenBackAt, isChangedSince } = reading;
  const [giveBack, giving] = useGiveBackMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const isFresh = !isMarkedAtAll(marks.marking);
  const isDone = givenBackAt !== null && !isChangedSince && marks.isSaved;
  const give = async () => {
    setTrouble(null);
    // What the student sees is what is saved.
    if (!(await marks.save())) {
      setTrouble(
        'What you said is not saved yet, so it was not given back. It is kept here; try again in a moment.',
      );
      return;
    }
    const { error } = await giveBack(attempt.id);
    if (error) setTrouble(toTrouble(error).detail);
  };
  const clashed = [...new Set(marks.clashes.map(sayClash))];
  return (
    <View style={styles.all}>
      {clashed.length > 0 ? (
        <Notice
          tone="attention"
          title={`Another marker has changed ${clashed.join(' and ')} meanwhile.`}
          detail="Theirs stands. Change it again where you see it otherwise."
          below={<WordButton label="I have seen it" onPress={marks.seeClashes} />}
        />
      ) : null}
      <Words size="small" role="status" colour={marks.trouble || trouble ? colours.pencil : colours.quiet}>
        {trouble ??
          (marks.trouble && !marks.isSaved
            ? `${marks.trouble} It is kept here, and tried again.`
            : (marks.trouble ?? sayStanding(reading, marks.isSaved)))}
      </Words>
      <Button
        kind="filled"
        label={isDone ? 'It is given back' : givenBackAt === null ? 'Give back' : 'Give back again'}
        disabled={isFresh || isDone || attempt.takenBackAt !== null || giving.isLoading}
        onPress={() => void give()}
      />
    </View>
  );
}

function sayStanding({ givenBackAt, isChangedSince, version }: Reading, isSaved: boolean): string {
  if (!isSaved) return 'Saving…';
  if (givenBackAt !== null) {
    const when = format(new Date(givenBackAt), 'd MMM, HH:mm');
    return isChangedSince ? `Changed since it was given back ${when}` : `Given back ${when}`;
  }
  return version > 0
    ? 'Saved. The student sees nothing of it yet.'
    : 'Saved as you go; the student sees it when you give it back.';
}

const sayClash = (key: string): string => {
  const [of = '', name = ''] = key.split(':');
  return of === 'part' ? `the points for ${name}` : (WHAT[of] ?? 'something');
};

const styles = StyleSheet.create({ all: { gap: space.one } });
