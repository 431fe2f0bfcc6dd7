import { AtkinsonHyperlegible_400Regular } from '@expo-google-fonts/atkinson-hyperlegible/400Regular';
import { AtkinsonHyperlegible_700Bold } from '@expo-google-fonts/atkinson-hyperlegible/700Bold';
import { useFonts } from 'expo-font';
import { Slot, useGlobalSearchParams, usePathname } from 'expo-router';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { Provider } from 'react-redux';
import { resumeOutbox, wakeOutbox } from '@/gather/outbox';
import { ShelfSide } from '@/shelf/ShelfSide';
import { hearChanges } from '@/state/liveChanges';
import { store } from '@/state/store';
import { colours } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';

/** Around every screen: the store, the fonts, and on wide screens the shelf at the left. */
export default function Layout() {
  const [fontsReady] = useFonts({ AtkinsonHyperlegible_400Regular, AtkinsonHyperlegible_700Bold });
  useEffect(() => {
    void store.dispatch(resumeOutbox());
    window.addEventListener('online', wakeOutbox);
    const stopHearing = hearChanges(store);
    return () => {
      stopHearing();
      window.removeEventListener('online', wakeOutbox);
    };
  }, []);
  if (!fontsReady) return null;
  return (
    <Provider store={store}>
      <GestureHandlerRootView style={styles.root}>
        <Frame />
      </GestureHandlerRootView>
    </Provider>
  );
}

function Frame() {
  const wide = useWide();
  const path = usePathname();
  const { packetId } = useGlobalSearchParams<{ packetId?: string }>();
  return (
    <View style={styles.frame}>
      {wide && path !== '/' ? <ShelfSide openId={packetId} /> : null}
      <Slot />
    </View>
  );
}

const styles = StyleSheet.create({
  root: { flex: 1, backgroundColor: colours.ground },
  frame: { flex: 1, flexDirection: 'row' },
});
