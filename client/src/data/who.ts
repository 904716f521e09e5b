import { holderOf, useMe } from '../store/me';
import { putOwn, useOwn } from '../store/own';

const setWho = (who: string): void => void putOwn('who', who);

/**
 * Who holds this device, put to every record made with it; the same wherever it is shown. Where there are accounts it is whoever is signed in and holds it (`signed`);
 * without them it is asked once and kept.
 */
export function useWho(): { who: string; setWho: (who: string) => void; signed: boolean } {
  const me = useMe();
  const said = useOwn<string>('who');
  return { who: me?.crew ? (holderOf(me)?.name ?? '') : (said ?? ''), setWho, signed: me?.crew ?? false };
}
