import { useCallback, useEffect, useRef, useState } from 'react';
import { putOwn, readOwn } from '../store/own';
import { tellScreen } from './typing';

/** Half-filled forms are kept this long, ms: what was answered yesterday is not an answer today. */
export const FORM_LIFE = 2 * 3_600_000;
const keyOf = (form: string) => `form.${form}`;

function readForm<T>(form: string): T | undefined {
  const kept = readOwn<{ at: number; value: T }>(keyOf(form));
  return kept && Date.now() - kept.at < FORM_LIFE ? kept.value : undefined;
}

/**
 * What is filled into a form that is not signed yet, kept on this device through a reload, another tab or a phone gone to sleep.
 * `done` forgets it. @param form its name, the same for as long as it is shown.
 */
export function useFormDraft<T>(form: string, blank: () => T): [value: T, put: (change: (before: T) => T) => void, done: () => void] {
  const [draft, setDraft] = useState<Draft<T>>(() => {
    const kept = readForm<T>(form);
    return { value: kept ?? blank(), touched: kept !== undefined };
  });
  // What was typed last: the screen shows it, and the device keeps it, when its letter is painted.
  const newest = useRef(draft);
  const show = useCallback(() => setDraft(newest.current), []);
  useEffect(() => {
    // One the device has no room for still stands on the screen; only a reload would lose it.
    if (draft.touched) void putOwn(keyOf(form), { at: Date.now(), value: draft.value });
    else if (readOwn(keyOf(form)) !== undefined) void putOwn(keyOf(form), undefined);
  }, [form, draft]);
  return [
    draft.value,
    (change) => {
      newest.current = { value: change(newest.current.value), touched: true };
      tellScreen(show);
    },
    () => {
      newest.current = { value: blank(), touched: false };
      show();
    },
  ];
}

interface Draft<T> {
  value: T;
  /** Was anything filled in, here or before? */
  touched: boolean;
}
