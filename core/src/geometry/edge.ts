/**
 * Where something stops holding, between a place where it holds and one where it does not, by halving: as near as numbers go.
 * @returns the last place found where it holds.
 */
export function edgeOf(inside: number, outside: number, holds: (at: number) => boolean): number {
  let [yes, no] = [inside, outside];
  for (let i = 0; i < 30; i++) {
    const middle = (yes + no) / 2;
    if (holds(middle)) yes = middle;
    else no = middle;
  }
  return yes;
}
