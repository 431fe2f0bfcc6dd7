import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Person } from '@ravlo/contract';
import { useHouseholdQuery } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { useMe } from '@/page/useMe';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, radius } from '@/ui/tokens';
import { AddPerson } from './AddPerson';
import { JoinClass } from './JoinClass';
import { PersonRow } from './PersonRow';
import { PinSheet } from './PinSheet';
import { useSeat } from './useSeat';

/** Who is using Ravlo: switched with one press, and a PIN where there is one. */
export function PeopleScreen() {
  const router = useRouter();
  const { data: household, error } = useHouseholdQuery();
  const me = useMe();
  const seat = useSeat();
  const [guarded, setGuarded] = useState<Person | null>(null);

  const choose = (person: Person) => {
    if (person.id === me?.id) router.push('/people/me');
    else if (person.hasPin) setGuarded(person);
    else void seat.take({ personId: person.id });
  };

  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title="Who is using Ravlo"
          back="To the shelf"
          onBack={me ? () => router.replace('/') : undefined}
        />
      }
      footer={
        me ? (
          <Button
            kind="filled"
            label={me.firstName ? `Go on as ${me.firstName}` : 'Go on'}
            onPress={() => router.replace('/')}
          />
        ) : null
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {seat.trouble && !guarded ? <Notice tone="attention" title={seat.trouble.detail} /> : null}
      {household ? (
        <View role="list" aria-label="People" style={styles.list}>
          {household.people.map((person) => (
            <PersonRow
              key={person.id}
              person={person}
              isNow={person.id === me?.id}
              isBusy={seat.isBusy}
              onPress={() => choose(person)}
            />
          ))}
          <AddPerson people={household.people} />
        </View>
      ) : null}
      {me ? <JoinClass /> : null}
      {guarded ? (
        <PinSheet
          title={`${guarded.firstName}’s PIN`}
          action={`Go on as ${guarded.firstName}`}
          trouble={seat.trouble}
          isBusy={seat.isBusy}
          onPin={(pin) => void seat.take({ personId: guarded.id, pin })}
          onClose={() => setGuarded(null)}
        />
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  list: {
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
});
