import { sameJson } from '@tamper/core/merge';
import { useRef } from 'react';

/** A value that stays the same object while it says the same. */
export function useSame<T>(value: T): T {
  const last = useRef(value);
  if (!sameJson(last.current, value)) last.current = value;
  return last.current;
}
