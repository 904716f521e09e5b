import { useEffect, useState } from 'react';
import { onNews } from '../store/bus';
import { addressOf, pictureOf } from '../store/photos';

/** A photo as it can be shown. `missing`: it is neither on this device nor with the server that is heard. */
export interface Picture {
  src: string | undefined;
  missing: boolean;
  onError: () => void;
}

/** The picture of a photo from this device, or from the server where it is not here; asked for again when it may have come. */
export function usePicture(hash: string, of: 'full' | 'small'): Picture {
  const [src, setSrc] = useState<string>();
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    let own: string | undefined;
    let gone = false;
    void pictureOf(hash, of).then((bytes) => {
      if (gone) return;
      // It never changes: once here it is here, also when the device lets go of its own.
      if (bytes) own = URL.createObjectURL(new Blob([bytes], { type: 'image/jpeg' }));
      setSrc(own ?? addressOf(hash, of));
    });
    return () => {
      gone = true;
      if (own) URL.revokeObjectURL(own);
    };
  }, [hash, of]);
  useEffect(
    () =>
      onNews((news) => {
        if (news.kind === 'again' || (news.kind === 'photo' && news.hash === hash)) setMissing(false);
      }),
    [hash],
  );
  return { src, missing, onError: () => setMissing(true) };
}
