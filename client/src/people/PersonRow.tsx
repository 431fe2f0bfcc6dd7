import Check from 'lucide-react-native/icons/check';
import Lock from 'lucide-react-native/icons/lock-keyhole';
import { Pressable, StyleSheet, View } from 'react-native';
import { fullName, type Person } from '@ravlo/contract';
import { PencilStroke } from '@/ui/PencilStroke';
import { PersonMark } from '@/ui/PersonMark';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface PersonRowProps {
  readonly person: Person;
  readonly isNow: boolean;
  readonly isBusy: boolean;
  readonly onPress: () => void;
}

const MARK = 60;

/** One of the household. */
export function PersonRow({ person, isNow, isBusy, onPress }: PersonRowProps) {
  const { firstName, pattern, studentNumber, hasPin } = person;
  const name = fullName(person);
  return (
    <View role="listitem" style={styles.item}>
      <Pressable role="button" disabled={isBusy} onPress={onPress} style={styles.row}>
        <PersonMark name={firstName} texture={pattern} size={MARK} />
        <View style={styles.words}>
          <Words bold size="lead" numberOfLines={2}>
            {name}
          </Words>
          {isNow ? <PencilStroke width={44} /> : null}
          {studentNumber || isNow ? (
            <Words size="small" colour={colours.quiet}>
              {[studentNumber, isNow ? 'name, number, mark, PIN' : ''].filter(Boolean).join(' · ')}
            </Words>
          ) : null}
        </View>
        {isNow ? (
          <>
            <Check size={20} color={colours.ink} aria-hidden />
            <Words bold>now</Words>
          </>
        ) : hasPin ? (
          <Lock size={20} color={colours.quiet} aria-label="has a PIN" />
        ) : null}
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  item: { borderBottomWidth: 1, borderColor: colours.line, marginHorizontal: space.two },
  row: {
    minHeight: target,
    paddingVertical: 14,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
  },
  words: { flex: 1, minWidth: 0, paddingLeft: space.one },
});
