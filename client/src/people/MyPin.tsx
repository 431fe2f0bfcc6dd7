import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { pinSchema, type Person } from '@ravlo/contract';
import { useChangePinMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { PinField } from './PinField';

const isPin = (digits: string) => pinSchema.safeParse(digits).success;

/** Sets, changes or takes off the PIN that guards a person's things on a device that others use too. */
export function MyPin({ me }: { readonly me: Person }) {
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const [changePin, { isLoading, error, isSuccess, reset }] = useChangePinMutation();
  const change = async (to: string | null) => {
    const { data } = await changePin({ id: me.id, to, ...(me.hasPin ? { pin: now } : {}) });
    if (!data) return;
    setNow('');
    setNext('');
  };
  const mayChange = (!me.hasPin || isPin(now)) && !isLoading;
  return (
    <View style={styles.all}>
      <Words size="lead" bold heading={2}>
        PIN
      </Words>
      <Words colour={colours.quiet}>
        {me.hasPin
          ? 'Whoever wants to use Ravlo as you types it. If it is forgotten, the photos are still on the computer that Ravlo runs on.'
          : 'Where others use this device too, a PIN keeps what you wrote to yourself.'}
      </Words>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {isSuccess ? (
        <Notice
          tone="good"
          title={me.hasPin ? 'The PIN is set.' : 'There is no PIN any more.'}
          action={<Button compact label="All right" onPress={reset} />}
        />
      ) : null}
      {me.hasPin ? <PinField label="The PIN now" pin={now} onChange={setNow} /> : null}
      <PinField label={me.hasPin ? 'The new PIN' : 'PIN'} pin={next} onChange={setNext} />
      <View style={styles.row}>
        <Button
          grow
          label={me.hasPin ? 'Change it' : 'Set the PIN'}
          disabled={!mayChange || !isPin(next)}
          onPress={() => void change(next)}
        />
        {me.hasPin ? (
          <Button grow label="Take it off" disabled={!mayChange} onPress={() => void change(null)} />
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.one * 1.5, paddingTop: space.two, borderTopWidth: 1, borderColor: colours.line },
  row: { flexDirection: 'row', gap: space.one },
});
