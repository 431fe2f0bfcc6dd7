import type { Photo } from '@ravlo/contract';
import { useDarkroom } from '@/packet/store';
import { useObjectUrl } from '@/ui/useObjectUrl';

/** Where to show an untouched photo from: its bytes where they are in hand, else the server's copy. */
export function usePhotoUri({ id, sha256 }: Photo): string {
  const darkroom = useDarkroom();
  return useObjectUrl(darkroom.bytesOf(sha256)) ?? darkroom.photoUrl(id);
}
