import { useEffect, useState } from 'react';

/** Half-filled forms are kept this long, ms: what was answered yesterday is not an answer today. */
export const FORM_LIFE = 2 * 3_600_000;
const keyOf = (form: string) => `tamper.form.${form}`;

function readForm<T>(form: string): T | undefined {
  const text = localStorage.getItem(keyOf(form));
  if (text === null) return undefined;
  const kept = JSON.parse(text) as { at: number; value: T };
  return Date.now() - kept.at < FORM_LIFE ? kept.value : undefined;
}

/**
 * What is filled into a form that is not signed yet, kept on this device through a reload, another tab or a phone gone to sleep.
 * `done` forgets it. @param form its name, the same for as long as it is shown.
 */
export function useFormDraft<T>(form: string, blank: () => T): [value: T, put: (change: (before: T) => T) => void, done: () => void] {
  const [value, setValue] = useState<{ value: T; touched: boolean }>(() => {
    const kept = readForm<T>(form);
    return { value: kept ?? blank(), touched: kept !== undefined };
  });
  useEffect(() => {
    try {
      if (value.touched) localStorage.setItem(keyOf(form), JSON.stringify({ at: Date.now(), value: value.value }));
      else localStorage.removeItem(keyOf(form));
    } catch (error) {
      // It still stands on the screen; only a reload would lose it.
      console.warn('The device cannot keep the form', error);
    }
  }, [form, value]);
  return [
    value.value,
    (change) => setValue((before) => ({ value: change(before.value), touched: true })),
    () => setValue({ value: blank(), touched: false }),
  ];
}
