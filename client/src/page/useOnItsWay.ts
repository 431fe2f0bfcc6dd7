import { api } from '@/packet/api';
import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { useAppSelector } from '@/packet/store';

/** How many photos of a packet are not among its pages yet, and will be by themselves. */
export const useOnItsWay = (packetId: string | undefined): number =>
  useAppSelector((state) => {
    const pages = packetId ? api.endpoints.packet.select(packetId)(state).data?.pages : undefined;
    return selectPhotos(state).filter(
      (item) =>
        item.packetId === packetId && isOnItsWay(item) && !pages?.some(({ id }) => id === item.becomes),
    ).length;
  });
