import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { aimAtNewPacket, aimPhoto, throwAway } from '@/packet/photos';
import { photoOf } from '@/packet/keptPhotos';
import type { PhotoItem } from '@/packet/photosSlice';
import { useAppDispatch } from '@/packet/store';
import { saveFile } from '@/ui/saveFile';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { PacketPicker } from './PacketPicker';

export interface PhotoWaysProps {
  readonly item: PhotoItem;
  readonly onClose: () => void;
}

/** What can be done with a photo that does not get through: nothing happens to it before the person has chosen. */
export function PhotoWays({ item, onClose }: PhotoWaysProps) {
  const dispatch = useAppDispatch();
  const [asks, setAsks] = useState<'way' | 'packet' | 'throw-away'>('way');
  const { key, name, packetId } = item;
  const then = (work: () => unknown) => () => {
    onClose();
    void work();
  };
  const save = async () => {
    const photo = await dispatch(photoOf(key));
    if (photo) saveFile(photo.blob, name);
  };
  if (asks === 'packet') {
    return (
      <PacketPicker
        key="packet"
        title="Into which packet?"
        packetId={packetId}
        onPick={({ id }) => void dispatch(aimPhoto(key, id))}
        onNew={() => void dispatch(aimAtNewPacket(key))}
        onClose={onClose}
      />
    );
  }
  if (asks === 'throw-away') {
    return (
      <Sheet key="throw-away" title={`Throw “${name}” away?`} onClose={onClose}>
        <View style={styles.words}>
          <Words>It is kept on this device only, and cannot be brought back.</Words>
        </View>
        <SheetItem label="Throw it away" onPress={then(() => dispatch(throwAway(key)))} />
        <SheetItem label="Keep it" onPress={onClose} />
      </Sheet>
    );
  }
  return (
    <Sheet key="way" title={name} onClose={onClose}>
      <View style={styles.words}>
        <Words>{item.trouble?.detail}</Words>
      </View>
      <SheetItem label="Try once more" onPress={then(() => dispatch(aimPhoto(key, packetId)))} />
      <SheetItem label="Put it into another packet" onPress={() => setAsks('packet')} />
      <SheetItem label="Put it into a new packet" onPress={then(() => dispatch(aimAtNewPacket(key)))} />
      <SheetItem label="Save it to this device" onPress={then(save)} />
      <SheetItem label="Throw it away…" onPress={() => setAsks('throw-away')} />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  words: { paddingHorizontal: space.one * 1.5, paddingBottom: space.one },
});
