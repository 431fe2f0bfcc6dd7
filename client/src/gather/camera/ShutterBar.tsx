import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface ShutterBarProps {
  readonly count: number;
  /** a small picture of the last page */
  readonly last: ReactNode;
  readonly isTaking: boolean;
  readonly canShoot: boolean;
  readonly isSteady: boolean;
  readonly onShoot: () => void;
  readonly onSteady: () => void;
  readonly onTable: () => void;
  readonly onFiles: () => void;
}

/** In thumb's reach: the last page and how many there are, the shutter, and whether it fires by itself. */
export function ShutterBar(props: ShutterBarProps) {
  const { count, last, isTaking, canShoot, isSteady, onShoot, onSteady, onTable, onFiles } = props;
  const pages = count === 1 ? 'page' : 'pages';
  return (
    <View style={styles.bar}>
      <View style={styles.row}>
        <Pressable
          role="button"
          aria-label={`${count} ${pages}, to the table`}
          onPress={onTable}
          style={[styles.side, styles.start]}
        >
          <View style={styles.last}>{last}</View>
          <View>
            <Words size="title" bold colour={colours.paperOnDark}>
              {`${count} `}
            </Words>
            <Words size="small" colour={colours.deskQuiet}>
              {pages}
            </Words>
          </View>
        </Pressable>
        <Pressable
          role="button"
          aria-label="Take the photo"
          disabled={!canShoot || isTaking}
          onPress={onShoot}
          style={({ pressed }) => [styles.shutter, (pressed || isTaking || !canShoot) && styles.pressed]}
        >
          <View style={styles.button} />
        </Pressable>
        <Pressable
          role="switch"
          aria-checked={isSteady}
          aria-label="Steady shutter"
          onPress={onSteady}
          style={[styles.side, styles.end]}
        >
          <Words bold align="right" colour={colours.paperOnDark}>
            Steady
          </Words>
          <Words size="small" align="right" colour={isSteady ? colours.paperOnDark : colours.deskQuiet}>
            {isSteady ? 'on: takes each sheet once it lies still' : 'off: you press'}
          </Words>
        </Pressable>
      </View>
      <View style={[styles.row, styles.ways]}>
        <Pressable role="button" onPress={onFiles} style={styles.way}>
          <Words colour={colours.paperOnDark}>Files and scans</Words>
        </Pressable>
        <Pressable role="button" onPress={onTable} style={styles.way}>
          <Words bold colour={colours.paperOnDark}>
            To the table
          </Words>
        </Pressable>
      </View>
    </View>
  );
}

const SHUTTER = 84;

const styles = StyleSheet.create({
  bar: {
    paddingHorizontal: space.two,
    paddingTop: space.two,
    paddingBottom: space.one,
    gap: space.one,
    width: '100%',
    maxWidth: 640,
    alignSelf: 'center',
  },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  side: { flex: 1, minHeight: target, gap: space.one },
  start: { flexDirection: 'row', alignItems: 'center' },
  end: { alignItems: 'flex-end', justifyContent: 'center', gap: 0 },
  last: {
    width: 56,
    height: 76,
    backgroundColor: colours.deskLine,
    borderRadius: space.half,
    overflow: 'hidden',
  },
  shutter: {
    width: SHUTTER,
    height: SHUTTER,
    borderRadius: radius * 2,
    borderWidth: 4,
    borderColor: colours.paperOnDark,
    padding: 5,
  },
  button: { flex: 1, borderRadius: radius * 1.3, backgroundColor: colours.pencil },
  pressed: { opacity: 0.6 },
  ways: { justifyContent: 'space-between' },
  way: { minHeight: target, justifyContent: 'center' },
});
