import { useState } from 'react';
import { ActivityIndicator, Image, StyleSheet, View } from 'react-native';
import type { Place } from '@ravlo/core';
import { layNotes, type StampWords } from '@ravlo/core/geometry';
import type { Page, Recipe } from '@ravlo/contract';
import { usePagePicture } from './usePagePicture';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';
import { MarksLayer } from './MarksLayer';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface PagePictureProps {
  readonly page: Page;
  /** read out */
  readonly label: string;
  /** most pixels to develop */
  readonly longSide: number;
  readonly priority?: number;
  readonly recipe?: Recipe;
  readonly onDark?: boolean;
  /** places on the page to be looked at */
  readonly marks?: readonly Place[];
  /** what stamps among the notes say; they are left out where nobody knows */
  readonly stampWords?: StampWords;
}

const NO_WORDS: StampWords = { name: '', date: '', page: '' };

/** A developed page, as large as it fits into its place, on a soft shadow like a sheet on a table. */
export function PagePicture(props: PagePictureProps) {
  const {
    page,
    label,
    longSide,
    priority,
    recipe,
    onDark = false,
    marks = [],
    stampWords = NO_WORDS,
  } = props;
  const { uri, width, height, size, isStale, failed } = usePagePicture(page, { longSide, priority, recipe });
  const own = useAppSelector((state) => selectRecipe(state, page));
  const { notes = [], turn } = recipe ?? own;
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [isLoaded, setLoaded] = useState(false);
  const scale = Math.min(room.width / width, room.height / height);
  const quiet = onDark ? colours.deskQuiet : colours.quiet;
  if (failed && !uri) {
    return (
      <View style={styles.place}>
        <Words size="small" align="center" colour={quiet}>
          This photo cannot be shown here. It is safe on Ravlo; reload to try again.
        </Words>
      </View>
    );
  }
  return (
    <View style={styles.place} onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout)}>
      {uri && room.width > 0 ? (
        <View style={[styles.sheet, { width: width * scale, height: height * scale }]}>
          <Image
            source={{ uri }}
            // Before there is a picture, its name would stand on nothing.
            accessibilityLabel={isLoaded ? label : undefined}
            onLoad={() => setLoaded(true)}
            style={styles.image}
            resizeMode="contain"
          />
          {size && notes.length > 0 ? (
            <MarksLayer
              marks={layNotes(notes, { size, turn }, stampWords)}
              size={size}
              left={0}
              top={0}
              scale={(width * scale) / size.width}
            />
          ) : null}
          {marks.map(([left, top, across, down], i) => (
            <View
              key={i}
              pointerEvents="none"
              style={[
                styles.mark,
                {
                  left: `${left * 100}%`,
                  top: `${top * 100}%`,
                  width: `${across * 100}%`,
                  height: `${down * 100}%`,
                },
              ]}
            />
          ))}
        </View>
      ) : null}
      {isStale && !failed ? (
        <View style={styles.busy}>
          <ActivityIndicator aria-label="Developing" color={quiet} />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  place: { flex: 1, alignItems: 'center', justifyContent: 'center', minHeight: 0, minWidth: 0 },
  sheet: {
    backgroundColor: colours.surface,
    boxShadow: '0 1px 3px rgba(30, 42, 50, 0.25)',
  },
  image: { width: '100%', height: '100%' },
  mark: {
    position: 'absolute',
    borderWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.pencil,
    borderRadius: 4,
    minWidth: 8,
    minHeight: 8,
  },
  busy: { position: 'absolute', inset: 0, alignItems: 'center', justifyContent: 'center' },
});
