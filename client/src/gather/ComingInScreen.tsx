import { useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { beginPacket } from '@/packet/begun';
import { sharedFiles } from '@/packet/sharedFiles';
import { isOnlyHere, selectPhotos } from '@/packet/photosSlice';
import { useAppStore } from '@/packet/store';
import type { Trouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { Words } from '@/ui/Words';
import { canUseCamera } from './camera/device/openCamera';
import { takeIn } from './intake/takeIn';

export interface ComingInScreenProps {
  /** what it begins with: photos that another app has shared, or new ones */
  readonly from: 'shared' | 'camera';
}

/** Passed through on the way in from outside the app: begins a packet and goes on to its photos. */
export function ComingInScreen({ from }: ComingInScreenProps) {
  const router = useRouter();
  const store = useAppStore();
  const { dispatch } = store;
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const isBegun = useRef(false);
  useEffect(() => {
    if (isBegun.current) return;
    isBegun.current = true;
    void (async () => {
      const shared = from === 'shared' ? await sharedFiles() : null;
      if (shared?.files.length === 0) return router.replace('/');
      const begun = await dispatch(beginPacket());
      if ('trouble' in begun) return setTrouble(begun.trouble);
      const gather = `/packet/${begun.id}/gather` as const;
      if (!shared) return router.replace(canUseCamera() ? `/packet/${begun.id}/camera` : gather);
      // They are put by until all of them are kept with the packet, also where there is no room for a second copy.
      await dispatch(takeIn(begun.id, shared.files));
      if (!selectPhotos(store.getState()).some(isOnlyHere)) await shared.forget();
      router.replace(gather);
    })();
  }, [from, router, store, dispatch]);

  return (
    <ScreenFrame
      column
      header={
        <Words size="title" bold heading={1}>
          {from === 'shared' ? 'Photos for Ravlo' : 'Take photos'}
        </Words>
      }
    >
      {trouble ? (
        <Notice
          tone="attention"
          title={trouble.detail}
          detail="The photos are kept on this device. Open this page again when Ravlo can be reached."
          action={<Button compact label="To the shelf" onPress={() => router.replace('/')} />}
        />
      ) : (
        <Words>One moment…</Words>
      )}
    </ScreenFrame>
  );
}
