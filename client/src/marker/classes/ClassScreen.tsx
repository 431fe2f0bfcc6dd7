import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { ChangeClass, MarkedClass } from '@ravlo/contract';
import { useChangeClassMutation, useMarkerDeskQuery } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { CodeCard } from './CodeCard';
import { Students } from './Students';

/** One class: how it is joined, who is in it, who marks in it. */
export function ClassScreen({ classId }: { readonly classId: string }) {
  const router = useRouter();
  const isWide = useWide();
  const { data: desk, error } = useMarkerDeskQuery();
  const of = desk?.classes.find(({ id }) => id === classId);
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title={of?.name ?? 'Class'}
          back="To the classes"
          onBack={isWide ? undefined : () => router.replace('/mark')}
        />
      }
      footer={
        of && !isWide ? (
          <Button label="New brief" onPress={() => router.push(`/mark/class/${classId}/new`)} />
        ) : null
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {desk && !of ? <Notice title="You mark in no such class." /> : null}
      {of ? <ClassFacts of={of} /> : null}
    </ScreenFrame>
  );
}

function ClassFacts({ of }: { readonly of: MarkedClass }) {
  const [changeClass, changing] = useChangeClassMutation();
  const [name, setName] = useState(of.name);
  const change = (body: ChangeClass) => void changeClass({ id: of.id, ...body });
  const isRenamed = name.trim() !== '' && name.trim() !== of.name;
  return (
    <>
      {changing.error ? <Notice tone="attention" title={toTrouble(changing.error).detail} /> : null}
      <CodeCard
        code={of.code}
        onRenew={() => change({ isOpen: true, renew: 'code' })}
        onOpen={(isOpen) => change({ isOpen })}
      />
      <Students of={of} />
      <Words size="lead" bold heading={2}>
        Markers
      </Words>
      <Words>{of.markers.join(', ')}</Words>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Words colour={colours.quiet}>Another marker joins with this code, under People:</Words>
          <Words bold size="lead" selectable>
            {sayCode(of.markerCode)}
          </Words>
        </View>
        <WordButton
          label="New code"
          describes="New code for markers"
          onPress={() => change({ renew: 'markerCode' })}
        />
      </View>
      <Words size="lead" bold heading={2}>
        Name
      </Words>
      <View style={styles.row}>
        <TextField
          aria-label="Name of the class"
          value={name}
          maxLength={120}
          onChangeText={setName}
          place={GROWS}
        />
        <Button
          label="Rename"
          disabled={!isRenamed || changing.isLoading}
          onPress={() => change({ name: name.trim() })}
        />
      </View>
    </>
  );
}

/** A code as it is shown: in two halves. */
export const sayCode = (code: string): string => `${code.slice(0, 4)}-${code.slice(4)}`;

const GROWS = { flex: 1, minWidth: 0 } as const;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  grow: { flex: 1, minWidth: 0 },
});
