import type { Thumb } from '@tamper/core/practiceArm';
import { useEffect } from 'react';

type Key = readonly [which: 'left' | 'right' | 'travel', x: number, y: number];
const KEYS: Readonly<Record<string, Key>> = {
  w: ['left', 0, 1],
  s: ['left', 0, -1],
  a: ['left', -1, 0],
  d: ['left', 1, 0],
  ArrowUp: ['right', 0, 1],
  ArrowDown: ['right', 0, -1],
  ArrowLeft: ['right', -1, 0],
  ArrowRight: ['right', 1, 0],
  q: ['travel', -1, 0],
  e: ['travel', 1, 0],
};

/** The levers by keys, for a wide screen: held as long as they are pressed. Where somebody types or chooses they do nothing. */
export function useKeys(set: (which: 'left' | 'right', thumb: Thumb) => void, travel: (way: number) => void): void {
  useEffect(() => {
    const down = new Set<string>();
    const ask = (which: Key[0]) => {
      const held = [...down].flatMap((key) => (KEYS[key]?.[0] === which ? [KEYS[key]] : []));
      const x = held.reduce((sum, [, one]) => sum + one, 0);
      const y = held.reduce((sum, [, , one]) => sum + one, 0);
      if (which === 'travel') travel(x);
      else set(which, { x, y });
    };
    const nameOf = ({ key }: KeyboardEvent) => (key.length === 1 ? key.toLowerCase() : key);
    const press = (event: KeyboardEvent) => {
      const key = nameOf(event);
      const meant = KEYS[key];
      if (!meant || event.ctrlKey || event.metaKey || event.altKey || elsewhere(event.target)) return;
      event.preventDefault();
      if (down.has(key)) return;
      down.add(key);
      ask(meant[0]);
    };
    const lift = (event: KeyboardEvent) => {
      const key = nameOf(event);
      if (down.delete(key)) ask((KEYS[key] as Key)[0]);
    };
    const lost = () => down.clear();
    window.addEventListener('keydown', press);
    window.addEventListener('keyup', lift);
    window.addEventListener('blur', lost);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('keyup', lift);
      window.removeEventListener('blur', lost);
    };
  }, [set, travel]);
}

/** Keys there belong to what is typed or chosen. */
const elsewhere = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [role=menu], [role=radiogroup]') !== null;
