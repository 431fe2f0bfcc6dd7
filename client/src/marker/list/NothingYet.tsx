import CircleAlert from 'lucide-react-native/icons/circle-alert';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Brief, Work } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { workState } from '../sayWork';

const NAMED = 4;

/** Who has handed over nothing yet, to be copied into a message of one's own. */
export function NothingYet({ work, brief }: { readonly work: readonly Work[]; readonly brief: Brief }) {
  const [said, setSaid] = useState<string | null>(null);
  const names = work
    .filter((each) => !each.student.hasLeft && ['nothing-yet', 'taken-back'].includes(workState(each)))
    .map(({ student }) => student.name);
  if (names.length === 0) return null;
  const copy = () => {
    navigator.clipboard.writeText(`${brief.title}: nothing yet from\n${names.join('\n')}\n`).then(
      () => setSaid('The names are copied.'),
      () => setSaid('The browser does not let Ravlo copy. Mark the names and copy them yourself.'),
    );
  };
  return (
    <View style={styles.card}>
      <View style={styles.words}>
        <CircleAlert size={22} color={colours.pencil} aria-hidden />
        <View style={styles.grow}>
          <Words selectable>{sayNames(names)}</Words>
        </View>
      </View>
      <Button label={names.length === 1 ? 'Copy the name' : `Copy ${names.length} names`} onPress={copy} />
      {said ? (
        <Words size="small" role="status" colour={colours.quiet}>
          {said}
        </Words>
      ) : null}
    </View>
  );
}

function sayNames(names: readonly string[]): string {
  const shown = names.slice(0, NAMED);
  const rest = names.length - shown.length;
  const last = rest > 0 ? `${rest} more` : (shown.pop() ?? '');
  const all = shown.length > 0 ? `${shown.join(', ')} and ${last}` : last;
  return `${all} ${names.length === 1 ? 'has' : 'have'} handed over nothing yet.`;
}

const styles = StyleSheet.create({
  card: {
    padding: space.two,
    gap: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flexDirection: 'row', gap: space.one },
  grow: { flex: 1, minWidth: 0 },
});
