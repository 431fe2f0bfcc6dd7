import { useRouter } from 'expo-router';
import { useState } from 'react';
import { newClassSchema } from '@ravlo/contract';
import { useMakeClassMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { TextField } from '@/ui/TextField';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** A class is made: it needs nothing but a name. */
export function NewClassScreen() {
  const router = useRouter();
  const [name, setName] = useState('');
  const [makeClass, { error, isLoading }] = useMakeClassMutation();
  const make = async () => {
    const { data } = await makeClass(name.trim());
    if (data) router.replace(`/mark/class/${data.id}`);
  };
  return (
    <ScreenFrame
      column
      header={<ScreenHead title="New class" back="To the classes" onBack={() => router.replace('/mark')} />}
      footer={
        <Button
          kind="filled"
          label="Make the class"
          disabled={!newClassSchema.safeParse({ name }).success || isLoading}
          onPress={() => void make()}
        />
      }
    >
      <Words bold nativeID="class-name">
        What is it called?
      </Words>
      <TextField
        isLead
        autoFocus
        aria-labelledby="class-name"
        placeholder="Coastal navigation, autumn"
        value={name}
        maxLength={120}
        onChangeText={setName}
        onSubmitEditing={() => void make()}
      />
      <Words colour={colours.quiet}>
        You mark in it. Students join with a code that you get in the next moment; other markers with one of
        their own.
      </Words>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
    </ScreenFrame>
  );
}
