import { useRouter } from 'expo-router';
import Flashlight from 'lucide-react-native/icons/flashlight';
import FlashlightOff from 'lucide-react-native/icons/flashlight-off';
import X from 'lucide-react-native/icons/x';
import { useEffect, useRef, useState } from 'react';
import { Image, StyleSheet, useWindowDimensions, View } from 'react-native';
import { usePacketQuery } from '@/packet/api';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { PagePicture } from '@/page/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { takeIn } from '../intake/takeIn';
import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { PhotoInput, type PhotoInputHandle } from '../PhotoInput';
import { AimView } from './AimView';
import { CameraTrouble } from './CameraTrouble';
import { LensTools } from './LensTools';
import { SaidCard } from './SaidCard';
import { HINTS, noRoom, WHY } from './sayHint';
import { ShutterBar } from './ShutterBar';
import type { Source } from './source';
import { rememberSteady, wantsSteady } from './steadyWish';
import { useRoom } from '../useRoom';
import { useShots } from './useShots';

export interface CameraScreenProps {
  readonly packetId: string;
  readonly source: Source;
  /** there is no real camera behind it */
  readonly isPractice: boolean;
  /** the page that is taken again: the photo takes its place */
  readonly retakes?: string;
}

/** How long the word on the last photo stays, ms; longer where there is something to be done about it. */
const SAID_FOR = 1800;
const CONCERN_FOR = 6000;

/** A window lower than this has its controls beside the picture, px. */
const LOW = 560;

/** One sheet after the other: the live picture with the outline on it, the shutter, and a word where it helps. */
export function CameraScreen({ packetId, source, isPractice, retakes }: CameraScreenProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: packet } = usePacketQuery(packetId);
  const outbox = useAppSelector(selectPhotos);
  const [isSteady, setSteady] = useState(wantsSteady);
  const { shots, shoot, takeAgain, isTaking, took } = useShots(packetId, source, retakes);
  const { isRoomy, unkept } = useRoom();
  const library = useRef<PhotoInputHandle>(null);
  const own = useRef<PhotoInputHandle>(null);

  const onTheirWay = outbox.filter((item) => item.packetId === packetId && !item.pageId && isOnItsWay(item));
  const count = (packet?.pageCount ?? 0) + onTheirWay.length;
  const { seen, state } = source;
  const { width, height } = useWindowDimensions();
  // A phone that lies on its side has no room below the picture.
  const isLying = width > height && height < LOW;

  // The machine fires on a single frame: every frame that is seen is asked once.
  const fires = seen?.fires ?? false;
  useEffect(() => {
    if (fires && isSteady) void shoot(seen?.sheet ?? null);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [seen]);

  const last = shots[shots.length - 1];
  const isFresh = useFresh(last?.key ?? null, last?.concern ? CONCERN_FOR : SAID_FOR);
  const lastPage = packet?.pages[packet.pages.length - 1];
  const retaken = packet?.pages.findIndex((page) => page.id === retakes) ?? -1;
  const title =
    retaken >= 0
      ? `Page ${retaken + 1}, again`
      : isPractice
        ? 'Practice desk'
        : seen?.corners
          ? 'Sheet in view'
          : (packet?.name ?? ' ');
  const toTable = () => router.push(`/packet/${packetId}`);
  const take = (files: File[]) => {
    void dispatch(takeIn(packetId, files, { replaces: retakes }));
    if (retakes) router.replace(`/packet/${packetId}`);
  };
  // One photo is all that is wanted in the place of a page.
  useEffect(() => {
    if (retakes && last) router.replace(`/packet/${packetId}`);
  }, [retakes, last, router, packetId]);
  const trouble = state !== 'starting' && state !== 'live' ? state : null;

  return (
    <View role="main" style={styles.screen}>
      <PhotoInput ref={library} testId="library-input" onFiles={take} />
      <PhotoInput ref={own} camera testId="camera-input" onFiles={take} />
      <View style={[styles.header, isLying && styles.headerLying]}>
        <IconButton
          icon={X}
          label="Close the camera"
          colour={colours.paperOnDark}
          onPress={() => router.replace(`/packet/${packetId}/gather`)}
        />
        <View style={styles.title}>
          <Words bold heading={1} align="center" colour={colours.paperOnDark} numberOfLines={1}>
            {title}
          </Words>
        </View>
        {source.torch ? (
          <IconButton
            icon={source.torch.isOn ? FlashlightOff : Flashlight}
            label={source.torch.isOn ? 'Light off' : 'Light on'}
            colour={colours.paperOnDark}
            onPress={source.torch.toggle}
          />
        ) : (
          <View style={styles.gap} />
        )}
      </View>
      <View style={isLying ? styles.lying : styles.middle}>
        <View style={styles.middle}>
          {trouble ? (
            <CameraTrouble
              trouble={trouble}
              onAgain={source.again}
              onOwnCamera={() => own.current?.open()}
              onFiles={() => library.current?.open()}
              onPractice={
                isPractice
                  ? null
                  : () => router.replace(`/packet/${packetId}/practice${retakes ? `?retake=${retakes}` : ''}`)
              }
            />
          ) : (
            <AimView source={source} />
          )}
          <View style={styles.said} aria-live="polite" pointerEvents="box-none">
            {last && isFresh ? (
              <SaidCard
                saying={{ title: `Page ${count} is kept.`, detail: last.concern ?? '' }}
                action={last.concern ? <Button label="Take again" onPress={takeAgain} /> : null}
              />
            ) : !isRoomy ? (
              <SaidCard saying={noRoom(unkept)} />
            ) : state === 'starting' && !isPractice ? (
              <SaidCard saying={WHY} />
            ) : seen?.hint && state === 'live' ? (
              <SaidCard saying={HINTS[seen.hint]} />
            ) : null}
          </View>
        </View>
        <View style={isLying ? styles.controls : null}>
          <LensTools source={source} />
          <ShutterBar
            count={count}
            last={
              last ? (
                <Image source={{ uri: last.uri }} style={styles.last} alt="" />
              ) : lastPage ? (
                <PagePicture page={lastPage} label="" longSide={160} onDark />
              ) : null
            }
            isTaking={isTaking}
            canShoot={state === 'live'}
            isSteady={isSteady}
            onShoot={() => void shoot(seen?.sheet ?? null)}
            onSteady={() => {
              rememberSteady(!isSteady);
              setSteady(!isSteady);
            }}
            onTable={toTable}
            onFiles={() => library.current?.open()}
          />
        </View>
      </View>
      <span
        hidden
        data-testid="aim-rate"
        data-rate={source.rate}
        data-ms={seen?.ms.toFixed(1)}
        data-rests={source.rests}
        data-took={took?.toFixed(0)}
      />
    </View>
  );
}

/** True for a while after the key has changed. */
function useFresh(key: string | null, ms: number): boolean {
  const [stale, setStale] = useState<string | null>(null);
  useEffect(() => {
    if (!key) return undefined;
    const timer = setTimeout(() => setStale(key), ms);
    return () => clearTimeout(timer);
  }, [key, ms]);
  return key !== null && stale !== key;
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.desk, minWidth: 0 },
  header: {
    minHeight: 64,
    paddingHorizontal: space.one,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
  },
  title: { flex: 1 },
  gap: { width: 48 },
  headerLying: { minHeight: 56 },
  lying: { flex: 1, flexDirection: 'row' },
  middle: { flex: 1 },
  controls: { width: 352, justifyContent: 'flex-end' },
  said: { position: 'absolute', left: space.two, right: space.two, bottom: space.two, alignItems: 'center' },
  last: { width: '100%', height: '100%' },
});
