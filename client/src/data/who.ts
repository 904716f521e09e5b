import { useState } from 'react';

const KEY = 'tamper.who';

/** Who holds this device: asked once, kept on it, and put to every record made with it. */
export function useWho(): { who: string; setWho: (who: string) => void } {
  const [who, setWho] = useState(() => localStorage.getItem(KEY) ?? '');
  return {
    who,
    setWho: (next) => {
      setWho(next);
      localStorage.setItem(KEY, next);
    },
  };
}
