import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import {
  MARK_PATTERNS,
  MOST_PEOPLE,
  personFactsSchema,
  type Person,
  type PersonFacts,
} from '@ravlo/contract';
import { useAddPersonMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { PersonFields } from './PersonFields';
import { useSeat } from './useSeat';

/** Somebody comes in new, and sits down at once. */
export function AddPerson({ people }: { readonly people: readonly Person[] }) {
  const [facts, setFacts] = useState<PersonFacts | null>(null);
  const [addPerson, adding] = useAddPersonMutation();
  const seat = useSeat();
  const trouble = adding.error ? toTrouble(adding.error) : seat.trouble;
  const begin = () => {
    const pattern = MARK_PATTERNS.find((each) => !people.some((person) => person.pattern === each));
    setFacts({ firstName: '', surname: '', studentNumber: '', email: '', pattern: pattern ?? 'waves' });
  };
  const add = async () => {
    if (!facts) return;
    const { data } = await addPerson(facts);
    if (data) await seat.take({ personId: data.id });
  };
  return (
    <View role="listitem">
      <Pressable role="button" disabled={people.length >= MOST_PEOPLE} onPress={begin} style={styles.row}>
        <View style={styles.plus}>
          <Plus size={24} color={colours.ink} aria-hidden />
        </View>
        <Words bold>Add a person</Words>
      </Pressable>
      {facts ? (
        <Sheet title="Who is new?" onClose={() => setFacts(null)}>
          <View style={styles.form}>
            {trouble ? <Notice tone="attention" title={trouble.detail} /> : null}
            <PersonFields facts={facts} onChange={(change) => setFacts({ ...facts, ...change })} />
            <Button
              kind="filled"
              label={facts.firstName.trim() ? `Go on as ${facts.firstName.trim()}` : 'Go on'}
              disabled={!personFactsSchema.safeParse(facts).success || adding.isLoading || seat.isBusy}
              onPress={() => void add()}
            />
          </View>
        </Sheet>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    minHeight: target + 16,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingHorizontal: space.two,
  },
  plus: {
    width: 42,
    height: 42,
    marginHorizontal: 9,
    borderRadius: 21,
    borderWidth: 1.5,
    borderStyle: 'dashed',
    borderColor: colours.ink,
    alignItems: 'center',
    justifyContent: 'center',
  },
  form: { padding: space.one, gap: space.one * 1.5 },
});
