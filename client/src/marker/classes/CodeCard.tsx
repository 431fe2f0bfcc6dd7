import { useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { QrCode } from '@/ui/QrCode';
import { Button } from '@/ui/Button';
import { Sheet } from '@/ui/Sheet';
import { Slip } from '@/ui/Slip';
import { colours, fonts, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface CodeCardProps {
  /** null while nobody can join */
  readonly code: string | null;
  readonly onRenew: () => void;
  readonly onOpen: (isOpen: boolean) => void;
}

/** How students join: the code, large for a projector, closed when all are in. */
export function CodeCard({ code, onRenew, onOpen }: CodeCardProps) {
  const [isLarge, setLarge] = useState(false);
  const shown = code && `${code.slice(0, 4)}-${code.slice(4)}`;
  return (
    <Slip seed={code ?? 'closed'}>
      <Words colour={colours.quiet}>
        {shown ? 'Students join under People with this code' : 'The class is closed: nobody can join it'}
      </Words>
      {shown ? (
        <Text selectable style={styles.code}>
          {shown}
        </Text>
      ) : null}
      <View style={styles.ways}>
        {shown ? <Button compact label="Show it large" onPress={() => setLarge(true)} /> : null}
        <WordButton label="New code" describes="New code for students" onPress={onRenew} />
        {shown ? (
          <WordButton label="Close the class" onPress={() => onOpen(false)} />
        ) : (
          <WordButton label="Open it again" onPress={() => onOpen(true)} />
        )}
      </View>
      {isLarge && shown && code ? (
        <Sheet title="Join the class" onClose={() => setLarge(false)}>
          <View style={styles.large}>
            <Text style={styles.huge}>{shown}</Text>
            <QrCode
              text={`${window.location.origin}/people?class=${code}`}
              size={260}
              label="The way to join the class"
            />
            <Words>In Ravlo: People, Join a class</Words>
          </View>
        </Sheet>
      ) : null}
    </Slip>
  );
}

const styles = StyleSheet.create({
  code: { fontFamily: fonts.bold, fontSize: 34, lineHeight: 44, color: colours.ink, letterSpacing: 2 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: space.two },
  large: { alignItems: 'center', gap: space.two, padding: space.two },
  huge: { fontFamily: fonts.bold, fontSize: 54, lineHeight: 64, color: colours.ink, letterSpacing: 3 },
});
