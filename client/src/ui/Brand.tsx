import { StyleSheet, View } from 'react-native';
import { PencilStroke } from './PencilStroke';
import { space } from './tokens';
import { Words } from './Words';

/** The name with its pencil mark. */
export function Brand() {
  return (
    <View style={styles.row}>
      <Words size="title" bold heading={1}>
        Ravlo
      </Words>
      <PencilStroke />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', alignItems: 'center', gap: space.one } });
