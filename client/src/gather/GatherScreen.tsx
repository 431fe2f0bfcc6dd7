import { useRouter } from 'expo-router';
import Camera from 'lucide-react-native/icons/camera';
import Images from 'lucide-react-native/icons/images';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { inNaturalOrder, UNNAMED, sayPages } from '@ravlo/contract';
import { usePacketQuery } from '@/packet/api';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, radius, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { canUseCamera } from './camera/device/openCamera';
import { FlatbedCard } from './flatbed/FlatbedCard';
import { useFlatbed } from './flatbed/useFlatbed';
import { takeIn } from './intake/takeIn';
import { WHY_NO_LIVE_CAMERA } from '@/packet/secure';
import { wakeAll } from '@/packet/wakeAll';
import { selectLine } from '@/packet/lineSlice';
import { confirmedCleared, selectPhotos } from '@/packet/photosSlice';
import { selectFacts } from '@/packet/editsSlice';
import { isFar, toTrouble } from '@/packet/trouble';
import { KeptPhotos } from '@/page/KeptPhotos';
import { PhotoInput, type PhotoInputHandle } from './PhotoInput';
import { useRoom } from './useRoom';
import { useWorksheet } from './useWorksheet';
import { usePhotoDrop } from './usePhotoDrop';

export interface GatherScreenProps {
  readonly packetId: string;
  /** the page before which the photos go @default behind all others */
  readonly before?: string;
  /** the brief whose worksheet becomes pages */
  readonly worksheet?: string;
}

/** Where photos come in: camera, library, files, drop, paste. */
export function GatherScreen({ packetId, before, worksheet }: GatherScreenProps) {
  const router = useRouter();
  const wide = useWide();
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId);
  const outbox = useAppSelector(selectPhotos);
  const items = useMemo(() => outbox.filter((item) => item.packetId === packetId), [outbox, packetId]);
  const camera = useRef<PhotoInputHandle>(null);
  const library = useRef<PhotoInputHandle>(null);

  const take = useCallback(
    (files: File[]) => void dispatch(takeIn(packetId, files, { before })),
    [dispatch, packetId, before],
  );
  useWorksheet(worksheet, take);
  const drop = useCallback((files: File[]) => take(inNaturalOrder(files)), [take]);
  const isOver = usePhotoDrop(drop);
  const flatbed = useFlatbed(useCallback((page: File) => take([page]), [take]));
  useEffect(() => () => void dispatch(confirmedCleared(packetId)), [dispatch, packetId]);

  const { isRoomy, unkept } = useRoom();
  const name = useAppSelector((state) => (packet ? selectFacts(state, packet).name : ' '));
  const held = items.find((item) => item.state === 'waiting' && item.trouble);
  const pages = packet?.pages.length ?? 0;
  const trouble = error ? toTrouble(error) : null;
  // The frame says that there is no line.
  const isSaid = useAppSelector((state) => selectLine(state).shownFrom !== null);
  // Where a page may not look through the camera, the device's own program takes the photo.
  const openCamera = () =>
    canUseCamera() ? router.push(`/packet/${packetId}/camera`) : camera.current?.open();
  const toTable = () => router.replace(`/packet/${packetId}`);

  return (
    <ScreenFrame
      column
      header={<ScreenHead title="Add pages" back="To the table" onBack={toTable} />}
      footer={
        <>
          <Button label="Choose photos" icon={Images} onPress={() => library.current?.open()} />
          <View style={styles.row}>
            <Button
              grow
              label="Take photos"
              icon={Camera}
              onPress={openCamera}
              kind={pages > 0 ? 'plain' : 'filled'}
            />
            {pages > 0 ? <Button grow kind="filled" label="To the table" onPress={toTable} /> : null}
          </View>
        </>
      }
    >
      <PhotoInput ref={camera} camera testId="camera-input" onFiles={take} />
      <PhotoInput ref={library} testId="library-input" onFiles={take} />
      {trouble && !(isSaid && isFar(trouble)) ? <Notice tone="attention" title={trouble.detail} /> : null}
      {isRoomy ? null : (
        <Notice tone="attention" title="This device has hardly any room left." detail={sayRoom(unkept)} />
      )}
      {held ? (
        <Notice
          tone="attention"
          title={
            !held.trouble || isFar(held.trouble)
              ? 'Ravlo cannot be reached, so these photos are not saved there yet.'
              : held.trouble.detail
          }
          detail={
            items.every((item) => item.isKept)
              ? 'They are kept on this device and go up by themselves when it is back, also after a reload.'
              : 'Leave this page open until they are saved.'
          }
          action={<Button label="Try now" onPress={() => dispatch(wakeAll())} />}
        />
      ) : null}
      <View style={[styles.place, isOver && styles.over]}>
        <Words size="lead" bold align="center">
          {isOver ? 'Let go to add them' : packet ? sayPlace(name, pages) : ' '}
        </Words>
        <Words align="center" colour={colours.quiet}>
          {wide
            ? 'Drop photos, scans or PDFs here, paste them, or choose them below.'
            : 'Lay each sheet on something darker than paper, with the light from the side. One photo, one page.'}
        </Words>
        {canUseCamera() || window.isSecureContext ? null : (
          <Words size="small" align="center" colour={colours.quiet}>
            {WHY_NO_LIVE_CAMERA}
          </Words>
        )}
        <Button
          label="Try it on the practice desk"
          onPress={() => router.push(`/packet/${packetId}/practice`)}
        />
      </View>
      {items.length > 0 ? (
        <KeptPhotos label="Photos on their way" items={items} pages={packet?.pages} />
      ) : null}
      <FlatbedCard flatbed={flatbed} />
    </ScreenFrame>
  );
}

/** Where the photos go: the packet, and what lies in it already. */
function sayPlace(name: string, pages: number): string {
  const lying = pages === 0 ? 'no pages yet' : sayPages(pages);
  return name === UNNAMED ? `A new packet, ${lying}` : `${name}: ${lying}`;
}

/** What has become of the photos that were taken when there was no room left. */
export function sayRoom(unkept: number): string {
  if (unkept === 0) return 'Make room before you take the next photo. Everything taken so far is kept.';
  const these = unkept === 1 ? 'One photo is' : `${unkept} photos are`;
  return `${these} in this open page only: leave it open until they are saved, and make room before the next.`;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: space.one * 1.5 },
  place: {
    borderWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.line,
    borderRadius: radius,
    padding: space.three,
    gap: space.one,
  },
  over: { borderColor: colours.pencil, backgroundColor: colours.surface },
});
