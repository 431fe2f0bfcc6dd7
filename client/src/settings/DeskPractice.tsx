import { Pressable, StyleSheet, View } from 'react-native';
import { DESK_TROUBLES, type DeskTrouble } from '@ravlo/contract';
import { usePracticeQuery, useSetPracticeMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const SAYS: Readonly<Record<DeskTrouble, string>> = {
  down: 'It cannot be reached',
  slow: 'It is slow',
  cut: 'The line breaks off when nearly all is there',
  twice: 'What is sent comes twice',
  'lost-answer': 'Its answer is lost on the way',
  'too-late': 'It has become too late meanwhile',
  'no-attempts': 'No attempts are left',
  'wrong-format': 'It does not take the format',
  'too-big': 'The file is too big for it',
  'clock-ahead': 'Its clock is 40 minutes ahead',
  'clock-behind': 'Its clock is 40 minutes behind',
  altered: 'A byte is changed where it is kept',
};

/** What goes wrong at the class desk on purpose, to see what one does then. */
export function DeskPractice() {
  const { data: practice } = usePracticeQuery();
  const [setPractice, { error }] = useSetPracticeMutation();
  if (!practice) return null;
  const options: readonly (DeskTrouble | null)[] = [null, ...DESK_TROUBLES];
  return (
    <>
      <Words colour={colours.quiet}>
        The class desk of this Ravlo is a stand-in. It can be told to go wrong, for everybody who uses it, to
        see that nothing is lost then.
      </Words>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      <View role="radiogroup" aria-label="What goes wrong at the class desk">
        {options.map((trouble) => {
          const isChosen = practice.trouble === trouble;
          return (
            <Pressable
              key={trouble ?? 'none'}
              role="radio"
              aria-checked={isChosen}
              onPress={() => void setPractice({ trouble })}
              style={styles.row}
            >
              <Words bold={isChosen}>{trouble ? SAYS[trouble] : 'Nothing goes wrong'}</Words>
              {isChosen ? <PencilStroke width={56} colour={trouble ? colours.pencil : colours.ink} /> : null}
            </Pressable>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { minHeight: target - 4, justifyContent: 'center', paddingVertical: space.half },
});
