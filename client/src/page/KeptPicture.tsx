import { useEffect, useState } from 'react';
import { photoOf } from '@/packet/keptPhotos';
import { useAppDispatch } from '@/packet/store';
import { colours } from '@/ui/tokens';
import { useObjectUrl } from '@/ui/useObjectUrl';

const SIZE = { width: 44, height: 58 };

/** A small picture of a photo that is kept on this device; nothing where its bytes are no picture. */
export function KeptPicture({ photoKey }: { readonly photoKey: string }) {
  const dispatch = useAppDispatch();
  const [blob, setBlob] = useState<Blob | null>(null);
  const uri = useObjectUrl(blob);
  useEffect(() => {
    let isOver = false;
    void dispatch(photoOf(photoKey))
      .then((photo) => {
        if (photo && !isOver) setBlob(photo.blob);
      })
      // Its words are enough where there is no picture.
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [dispatch, photoKey]);
  if (!uri) return null;
  return (
    <img
      src={uri}
      alt=""
      onError={() => setBlob(null)}
      style={{ ...SIZE, objectFit: 'cover', borderRadius: 2, border: `1px solid ${colours.line}` }}
    />
  );
}
