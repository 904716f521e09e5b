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
  const [state, setState] = useState<{ src: string | undefined; missing: boolean }>({ src: undefined, missing: false });
  const [round, setRound] = useState(0);
  useEffect(
    () =>
      onNews((news) => {
        if (news.kind === 'again' || (news.kind === 'photo' && news.hash === hash)) setRound((before) => before + 1);
      }),
    [hash],
  );
  useEffect(() => {
    let own: string | undefined;
    let gone = false;
    void pictureOf(hash, of).then((bytes) => {
      if (gone) return;
      if (bytes) own = URL.createObjectURL(new Blob([bytes], { type: 'image/jpeg' }));
      const src = own ?? addressOf(hash, of);
      setState((before) => (before.src === src && !before.missing ? before : { src, missing: false }));
    });
    return () => {
      gone = true;
      if (own) URL.revokeObjectURL(own);
    };
  }, [hash, of, round]);
  return { ...state, onError: () => setState(({ src }) => ({ src, missing: true })) };
}
