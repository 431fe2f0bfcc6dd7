import { useLocalSearchParams } from 'expo-router';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { classCodeSchema, CODE_LENGTH } from '@ravlo/contract';
import { useDeskQuery, useJoinClassMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const HALF = CODE_LENGTH / 2;

/** Joining a class with the code that its marker gave. */
export function JoinClass() {
  const { data: desk } = useDeskQuery();
  const [joinClass, { data: joined, error, isLoading }] = useJoinClassMutation();
  const { class: shown } = useLocalSearchParams<{ class?: string }>();
  const [typed, setTyped] = useState(spaced(shown ?? ''));
  const code = classCodeSchema.safeParse(typed);
  const isFull = typed.replace(/[\s-]/g, '').length >= CODE_LENGTH;
  const unclear = isFull && !code.success ? code.error.issues[0]?.message : null;
  const trouble = error ? toTrouble(error).detail : null;
  const join = async () => {
    if (!code.success) return;
    const { data } = await joinClass(code.data);
    if (data) setTyped('');
  };
  return (
    <View style={styles.all}>
      <View>
        <Words size="lead" bold heading={2}>
          Join a class
        </Words>
        <Words colour={colours.quiet}>with the code that the marker gave you</Words>
      </View>
      <View style={styles.row}>
        <TextField
          aria-label="Class code"
          isLead
          value={typed}
          maxLength={CODE_LENGTH + 4}
          autoCapitalize="characters"
          autoComplete="off"
          autoCorrect={false}
          place={GROWS}
          onChangeText={(next) => setTyped(spaced(next))}
          onSubmitEditing={() => void join()}
        />
        <Button label="Join" disabled={!code.success || isLoading} onPress={() => void join()} />
      </View>
      {(unclear ?? trouble) ? <Notice tone="attention" title={unclear ?? trouble ?? ''} /> : null}
      {joined && !error ? (
        <View role="status" style={styles.joined}>
          <CircleCheck size={20} color={colours.good} aria-hidden />
          <View style={styles.words}>
            <Words>{`You are in ${joined.name}. Marker: ${joined.marker}`}</Words>
          </View>
        </View>
      ) : null}
      {desk && desk.classes.length > 0 ? (
        <View role="list" aria-label="Your classes">
          {desk.classes.map(({ id, name, marker }) => (
            <View key={id} role="listitem">
              <Words colour={colours.quiet}>{`${name}, marker ${marker}`}</Words>
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}

/** A code as it is given: capitals, a dash in its middle once there is more than half of it. */
function spaced(typed: string): string {
  const letters = typed.replace(/[\s-]/g, '').toUpperCase();
  return letters.length > HALF ? `${letters.slice(0, HALF)}-${letters.slice(HALF)}` : letters;
}

const GROWS = { flex: 1, minWidth: 0 } as const;

const styles = StyleSheet.create({
  all: { gap: space.one, paddingTop: space.one },
  row: { flexDirection: 'row', gap: space.one },
  joined: { flexDirection: 'row', gap: space.one, alignItems: 'center' },
  words: { flex: 1 },
});
