import { ScrollView, StyleSheet, View } from 'react-native';
import { colours, space } from './tokens';

export interface ScreenFrameProps {
  /** stays at the top */
  readonly header: React.ReactNode;
  /** scrolls */
  readonly children: React.ReactNode;
  /** stays at the bottom, in thumb's reach */
  readonly footer?: React.ReactNode;
  /** on wide screens: everything in one column in the middle, no wider than is easy to read */
  readonly column?: boolean;
}

/** A screen on paper ground: header, scrolling middle, footer. */
export function ScreenFrame({ header, children, footer, column = false }: ScreenFrameProps) {
  return (
    <View role="main" style={styles.screen}>
      <View style={[styles.header, column && styles.column]}>{header}</View>
      <ScrollView style={styles.scroll} contentContainerStyle={[styles.content, column && styles.column]}>
        {children}
      </ScrollView>
      {footer ? <View style={[styles.footer, column && styles.column]}>{footer}</View> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.ground, minWidth: 0 },
  header: {
    minHeight: 64,
    paddingHorizontal: space.two,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
  },
  scroll: { flex: 1 },
  content: { paddingHorizontal: space.two, paddingBottom: space.three, gap: space.two },
  column: { width: '100%', maxWidth: 720, alignSelf: 'center' },
  footer: { padding: space.two, gap: space.one * 1.5 },
});
