import { Press } from '../ui/Press';

/** A place of a drawing that is touched; pixels. */
export interface Spot<T> {
  what: T;
  label: string;
  box: { left: number; top: number; width: number; height: number };
}
export interface TouchesProps<T> {
  spots: readonly Spot<T>[];
  onTouch: (what: T) => void;
}

/** Unseen buttons over a drawing. On the web the file beside this one takes its place. */
export function Touches<T>({ spots, onTouch }: TouchesProps<T>) {
  return spots.map(({ what, label, box }) => (
    <Press key={label} role="button" aria-label={label} onPress={() => onTouch(what)} style={{ position: 'absolute', ...box }} />
  ));
}
