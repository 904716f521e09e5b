import { useEffect, useReducer, useState } from 'react';
import { onNews } from '../store/bus';
import { addressOf, pictureOf } from '../store/photos';

/** A photo as it can be shown. `asking`: which time it is asked for, the key of its image. `missing`: it is neither on this device nor with the server that is heard. */
export interface Picture {
  src: string | undefined;
  asking: number;
  missing: boolean;
  onError: () => void;
}

/** `news`: it may have come since it was asked for. */
type Asked = Pick<Picture, 'asking' | 'missing'> & { news: boolean };
const anew = ({ asking }: Asked): Asked => ({ asking: asking + 1, missing: false, news: false });
/** Not got and news of it may come in either order, or at once: what was not got is asked for again after the news. */
const onward = (asked: Asked, what: 'failed' | 'news'): Asked =>
  (what === 'news' ? asked.missing : asked.news) ? anew(asked) : { ...asked, [what === 'news' ? 'news' : 'missing']: true };

/** The picture of a photo from this device, or from the server where it is not here; asked for again when it may have come. */
export function usePicture(hash: string, of: 'full' | 'small'): Picture {
  const [src, setSrc] = useState<string>();
  const [{ asking, missing }, tellAsked] = useReducer(onward, { asking: 0, missing: false, news: false });
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
        if (news.kind === 'again' || (news.kind === 'photo' && news.hash === hash)) tellAsked('news');
      }),
    [hash],
  );
  return { src, asking, missing, onError: () => tellAsked('failed') };
}
