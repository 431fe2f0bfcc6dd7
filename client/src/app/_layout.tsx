import { AtkinsonHyperlegible_400Regular } from '@expo-google-fonts/atkinson-hyperlegible/400Regular';
import { AtkinsonHyperlegible_700Bold } from '@expo-google-fonts/atkinson-hyperlegible/700Bold';
import { useFonts } from 'expo-font';
import { Redirect, Slot, useGlobalSearchParams, usePathname } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { Provider } from 'react-redux';
import type { Household } from '@ravlo/contract';
import { HalfHour } from '@/frame/HalfHour';
import { Line } from '@/frame/Line';
import { Troubles } from '@/frame/Troubles';
import { useLeaving } from '@/frame/useLeaving';
import { useOpening } from '@/frame/useOpening';
import { useWindow } from '@/frame/useWindow';
import { api } from '@/packet/api';
import { createStore } from '@/packet/store';
import { claimWindowId } from '@/packet/windowId';
import { MarkerSide } from '@/marker/MarkerSide';
import { ShelfSide } from '@/shelf/ShelfSide';
import { colours } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';

/** Around every screen: the store, the fonts, and on wide screens the shelf at the left. */
export default function Layout() {
  // Words are there before their font is: nobody waits for it.
  useFonts({ AtkinsonHyperlegible_400Regular, AtkinsonHyperlegible_700Bold });
  const opened = useOpening();
  return opened ? <Window household={opened.household} /> : <View style={styles.root} />;
}

function Window({ household }: { readonly household: Household | null }) {
  const [store] = useState(() => {
    const created = createStore({ windowId: claimWindowId });
    if (household) void created.dispatch(api.util.upsertQueryData('household', undefined, household));
    return created;
  });
  useWindow(store);
  return (
    <Provider store={store}>
      <GestureHandlerRootView style={styles.root}>
        <Frame isNobodys={household !== null && household.now === null} />
      </GestureHandlerRootView>
    </Provider>
  );
}

interface FrameProps {
  /** nobody has said who is using Ravlo here */
  readonly isNobodys: boolean;
}

function Frame({ isNobodys }: FrameProps) {
  const wide = useWide();
  const path = usePathname();
  const { packetId, briefId } = useGlobalSearchParams<{ packetId?: string; briefId?: string }>();
  useLeaving();
  if (isNobodys && !path.startsWith('/people')) return <Redirect href="/people" />;
  return (
    <View style={styles.frame}>
      {wide ? <Side path={path} packetId={packetId} briefId={briefId} /> : null}
      <View style={styles.screen}>
        <HalfHour />
        <Line />
        <Troubles />
        <Slot />
      </View>
    </View>
  );
}

interface SideProps {
  readonly path: string;
  readonly packetId?: string;
  readonly briefId?: string;
}

/** What stands at the left of a wide screen: the shelf, or a marker's classes; nothing where they, or a work, fill it. */
function Side({ path, packetId, briefId }: SideProps) {
  if (path === '/' || path.startsWith('/mark/attempt/')) return null;
  return /^\/mark(\/|$)/.test(path) ? <MarkerSide openId={briefId} /> : <ShelfSide openId={packetId} />;
}

const styles = StyleSheet.create({
  root: { flex: 1, backgroundColor: colours.ground },
  frame: { flex: 1, flexDirection: 'row' },
  screen: { flex: 1, minWidth: 0 },
});
