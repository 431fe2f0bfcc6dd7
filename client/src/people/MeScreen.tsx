import { useRouter } from 'expo-router';
import { useState } from 'react';
import { personFactsSchema, type Person, type PersonFacts } from '@ravlo/contract';
import { useChangePersonMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { useMe } from '@/page/useMe';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { MyPin } from './MyPin';
import { PersonFields } from './PersonFields';

/** What is said of whoever is using Ravlo: their own to change. */
export function MeScreen() {
  const router = useRouter();
  const me = useMe();
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead title="This is you" back="To the people" onBack={() => router.replace('/people')} />
      }
    >
      {me ? <MyFacts key={me.id} me={me} onDone={() => router.replace('/people')} /> : null}
      {me ? <MyPin me={me} /> : null}
    </ScreenFrame>
  );
}

function MyFacts({ me, onDone }: { readonly me: Person; readonly onDone: () => void }) {
  const [facts, setFacts] = useState<PersonFacts>(me);
  const [changePerson, { isLoading, error }] = useChangePersonMutation();
  const keep = async () => {
    const { firstName, surname, studentNumber, email, pattern } = facts;
    const { data } = await changePerson({ id: me.id, firstName, surname, studentNumber, email, pattern });
    if (data) onDone();
  };
  return (
    <>
      <PersonFields facts={facts} onChange={(change) => setFacts({ ...facts, ...change })} />
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      <Button
        kind="filled"
        label="Keep this"
        disabled={isLoading || !personFactsSchema.safeParse(facts).success}
        onPress={() => void keep()}
      />
    </>
  );
}
