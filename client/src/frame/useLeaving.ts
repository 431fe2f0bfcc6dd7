import { useEffect } from 'react';
import { selectIsKept, selectIsUnsaved } from '@/packet/editsSlice';
import { isOnlyHere, selectPhotos } from '@/packet/photosSlice';
import { useAppSelector } from '@/packet/store';

/** Asks before the page is left while something is nowhere but in it: this browser has no room to keep it. */
export function useLeaving(): void {
  const isPhotoOnlyHere = useAppSelector((state) => selectPhotos(state).some(isOnlyHere));
  const isEditOnlyHere = useAppSelector((state) => selectIsUnsaved(state) && !selectIsKept(state));
  const asks = isPhotoOnlyHere || isEditOnlyHere;
  useEffect(() => {
    if (!asks) return undefined;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [asks]);
}
