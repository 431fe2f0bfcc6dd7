import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { Saying } from './sayHint';

/** A word over the moving picture, and what can be done about it. */
export function SaidCard({ saying, action }: { readonly saying: Saying; readonly action?: ReactNode }) {
  return (
    <View style={styles.card}>
      <View style={styles.words}>
        <Words bold>{saying.title}</Words>
        {saying.detail ? <Words size="small">{saying.detail}</Words> : null}
      </View>
      {action}
    </View>
  );
}

const styles = StyleSheet.create({
  card: {
    backgroundColor: colours.ground,
    borderRadius: radius,
    paddingHorizontal: space.two,
    paddingVertical: space.one * 1.5,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    width: '100%',
    maxWidth: 480,
  },
  words: { flex: 1 },
});
