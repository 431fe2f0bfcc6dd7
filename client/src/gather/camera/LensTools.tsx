import { StyleSheet, View } from 'react-native';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { Slider } from '@/ui/Slider';
import { space } from '@/ui/tokens';
import type { Source } from './source';

/** Which of the camera's lenses looks, and how near; nothing where there is nothing to choose. */
export function LensTools({ source: { lenses, zoom } }: { readonly source: Source }) {
  if (!lenses && !zoom) return null;
  return (
    <View style={styles.tools}>
      {lenses ? (
        <ChoiceRow
          label="Lens"
          hidesLabel
          onDark
          options={lenses.all.map(({ deviceId, name }) => ({ value: deviceId, label: name }))}
          value={lenses.chosen}
          onChange={lenses.choose}
        />
      ) : null}
      {zoom ? (
        <View style={styles.zoom}>
          <Slider
            label={`Nearer, ${Math.round(zoom.value * 10) / 10}×`}
            value={zoom.value}
            range={[zoom.range.min, zoom.range.max, zoom.range.step]}
            onMove={zoom.set}
            onSettle={zoom.set}
          />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  tools: {
    paddingHorizontal: space.two,
    width: '100%',
    maxWidth: 640,
    alignSelf: 'center',
  },
  zoom: { minWidth: 0 },
});
