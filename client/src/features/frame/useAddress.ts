import { router, useGlobalSearchParams } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useStable } from '../../ui/useStable';
import type { Where } from './session';

/** How long one looks at a place before it stands in the address, ms: not at every step of a drag. */
const REST = 400;

type Written = Partial<Record<'at' | 'part' | 'hole', string>>;

/** Where one looks as it stands in an address. Stations to the centimetre. */
const written = ({ cursor, part, hole }: Where): Written => ({
  ...(cursor === undefined ? {} : { at: String(Number(cursor.toFixed(2))) }),
  ...(part === undefined ? {} : { part }),
  ...(hole === undefined ? {} : { hole }),
});

/** Where an address says to look. What it does not say, or says in no number, is left open. */
function said({ at, part, hole }: Written): Where {
  const cursor = at === undefined || at.trim() === '' ? NaN : Number(at);
  return { cursor: Number.isFinite(cursor) ? cursor : undefined, part: part || undefined, hole: hole || undefined };
}

const KEYS = ['at', 'part', 'hole'] as const;
const same = (a: Written, b: Written): boolean => KEYS.every((key) => a[key] === b[key]);

/**
 * Where on a run one looks, kept in the address: a reload, a link and the way back bring the place with them. It is written when the hand rests.
 * @param path the address below which it stands: on another screen of the run it is written anew.
 */
export function useAddress(path: string): { where: Where; look: (change: Partial<Where>) => void } {
  const { at, part, hole } = useGlobalSearchParams<Record<keyof Written, string>>();
  const [where, setWhere] = useState(() => said({ at, part, hole }));
  const look = useStable((change: Partial<Where>) => setWhere((before) => ({ ...before, ...change })));
  /** What this screen wrote last: what else stands in the address came by a link or by the way back. */
  const own = useRef<Written>({ at, part, hole });
  useEffect(() => {
    const now = { at, part, hole };
    if (same(now, own.current)) return;
    own.current = now;
    // A bare address, such as that of another screen of the run, leaves all as it is.
    if (same(now, {})) return;
    const { cursor, ...other } = said(now);
    // An address without a station leaves the one there is.
    setWhere((before) => ({ ...before, ...other, ...(cursor === undefined ? {} : { cursor }) }));
  }, [at, part, hole]);
  useEffect(() => {
    const next = written(where);
    if (same(next, { at, part, hole })) return;
    const timer = setTimeout(() => {
      own.current = next;
      router.setParams({ at: next.at, part: next.part, hole: next.hole });
    }, REST);
    return () => clearTimeout(timer);
  }, [where, at, part, hole, path]);
  return { where, look };
}
