import type { TouchesProps } from './Touches';

const UNSEEN = { position: 'absolute', padding: 0, border: 0, background: 'none', cursor: 'pointer' } as const;

/** The browser's own buttons: they move with every key press. */
export function Touches<T>({ spots, onTouch }: TouchesProps<T>) {
  return spots.map(({ what, label, box }) => (
    <button key={label} type="button" aria-label={label} onClick={() => onTouch(what)} style={{ ...UNSEEN, ...box }} />
  ));
}
