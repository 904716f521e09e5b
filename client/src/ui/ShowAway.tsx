import { Button } from './Button';

/** Shows those of a list that were put away, or not; nothing where there are none. */
export function ShowAway({ away, onAway, count }: { away: boolean; onAway: (away: boolean) => void; count: number }) {
  if (count === 0) return null;
  return <Button onPress={() => onAway(!away)}>{away ? 'Without those put away' : `Put away: ${count}`}</Button>;
}
