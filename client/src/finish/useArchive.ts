import { archiveUrl, usePacketQuery } from '@/packet/api';
import { selectIsUnsaved } from '@/packet/editsSlice';
import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { useAppSelector } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { saveLink } from '@/ui/saveFile';

/** Gives a packet's archive to the browser's downloads, once all of the packet has arrived where archives are made. */
export function useArchive(packetId: string, name: string) {
  const { refetch } = usePacketQuery(packetId);
  const isUnsaved = useAppSelector(selectIsUnsaved);
  const isWaiting = useAppSelector((state) =>
    selectPhotos(state).some((photo) => photo.packetId === packetId && isOnItsWay(photo)),
  );
  /** @returns why it cannot be made now; null when it is on its way */
  return async (): Promise<string | null> => {
    if (isUnsaved || isWaiting)
      return 'Something of this packet is still on its way to where it is kept. Try again in a moment; nothing is lost.';
    const { error } = await refetch();
    if (error) return toTrouble(error).detail;
    saveLink(archiveUrl(packetId), `${name}.zip`);
    return null;
  };
}
