import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { withdrawPhoto } from '@/packet/photos';
import { selectPhoto, type PhotoItem } from '@/packet/photosSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { space } from '@/ui/tokens';
import { KeptPhotoRow } from './KeptPhotoRow';
import { PhotoWays } from './PhotoWays';
import { twinOf } from './twins';

export interface KeptPhotosProps {
  readonly label: string;
  readonly items: readonly PhotoItem[];
  /** those of the packet, where it is open: for telling photos that came in twice */
  readonly pages?: readonly Page[];
}

/** Photos that are kept on this device, each with what has become of it and what can be done. */
export function KeptPhotos({ label, items, pages = [] }: KeptPhotosProps) {
  const dispatch = useAppDispatch();
  const [askedKey, setAskedKey] = useState<string | null>(null);
  const asked = useAppSelector((state) => (askedKey ? selectPhoto(state, askedKey) : undefined));
  return (
    <>
      <View role="list" aria-label={label} style={styles.list}>
        {items.map((item) => (
          <KeptPhotoRow
            key={item.key}
            item={item}
            onWays={() => setAskedKey(item.key)}
            twin={twinOf(pages, item.pageId)}
            onLeaveOut={() => void dispatch(withdrawPhoto(item.key))}
          />
        ))}
      </View>
      {asked ? <PhotoWays item={asked} onClose={() => setAskedKey(null)} /> : null}
    </>
  );
}

const styles = StyleSheet.create({ list: { gap: space.one } });
