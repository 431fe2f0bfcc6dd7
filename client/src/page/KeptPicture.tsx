import { useEffect, useState } from 'react';
import { photoOf } from '@/packet/keptPhotos';
import { useAppDispatch } from '@/packet/store';
import { colours } from '@/ui/tokens';

const SIZE = { width: 44, height: 58 };

/** A small picture of a photo that is kept on this device; nothing where its bytes are no picture. */
export function KeptPicture({ photoKey }: { readonly photoKey: string }) {
  const dispatch = useAppDispatch();
  const [uri, setUri] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let isOver = false;
    void dispatch(photoOf(photoKey))
      .then((photo) => {
        if (!photo || isOver) return;
        made = URL.createObjectURL(photo.blob);
        setUri(made);
      })
      // Its words are enough where there is no picture.
      .catch(() => undefined);
    return () => {
      isOver = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [dispatch, photoKey]);
  if (!uri) return null;
  return (
    <img
      src={uri}
      alt=""
      onError={() => setUri(null)}
      style={{ ...SIZE, objectFit: 'cover', borderRadius: 2, border: `1px solid ${colours.line}` }}
    />
  );
}
