import { useCallback, useState } from 'react';

/** Said of what the device could not write down: it is gone with the page. */
const NOT_KEPT = 'Entered, but this device cannot keep it: leave the page open until it is sent.';

/** What is said once an entry is written, and nothing before. `say` makes what an entry tells when it is done. */
export function useSaid(): { said: string; say: (words: string) => (kept: boolean) => void; unsay: () => void } {
  const [said, setSaid] = useState('');
  const say = useCallback((words: string) => (kept: boolean) => setSaid(kept ? words : NOT_KEPT), []);
  const unsay = useCallback(() => setSaid(''), []);
  return { said, say, unsay };
}
