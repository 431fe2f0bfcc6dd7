import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { useAppSelector } from '@/packet/store';

/** How many photos of a packet have not become pages yet, and will by themselves. */
export const useOnItsWay = (packetId: string | undefined): number =>
  useAppSelector(
    (state) => selectPhotos(state).filter((item) => item.packetId === packetId && isOnItsWay(item)).length,
  );
