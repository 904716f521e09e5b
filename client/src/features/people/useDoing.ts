import { useState } from 'react';
import { sentences } from '../../data/api';

/** One thing asked of the server at a time: whether it is at it, and why it was not done. */
export function useDoing(): {
  busy: boolean;
  faults: readonly string[];
  run: (work: () => Promise<unknown>) => void;
  refuse: (...why: string[]) => void;
} {
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const run = (work: () => Promise<unknown>) => {
    setBusy(true);
    setFaults([]);
    work()
      .catch((error: unknown) => setFaults(sentences(error)))
      .finally(() => setBusy(false));
  };
  return { busy, faults, run, refuse: (...why) => setFaults(why) };
}
