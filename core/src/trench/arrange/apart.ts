import { acrossGap, apartOf, overGap, SLACK, type Piece, type LinePlace, type Problem } from './problem';

/** The two ways a pair keeps its distance. */
export type Relation = 'beside' | 'stacked';

/** How much two placed lines are too close, by the way that lacks least, metres; 0 or less when they keep their rule. `way` admits one way only. */
export function missingApart(problem: Problem, places: readonly LinePlace[], i: number, j: number, way?: Relation): number {
  const { across, over, upper } = apartOf(problem, i, j);
  const [a, b] = [problem.pieces[i], problem.pieces[j]] as [Piece, Piece];
  const [at, other] = [places[i], places[j]] as [LinePlace, LinePlace];
  let missing = Infinity;
  if (way !== 'stacked') missing = across - acrossGap(a, b, at, other);
  if (way === 'beside' || upper === null) return missing;
  if (upper !== 1) missing = Math.min(missing, over - overGap(a, at, other));
  if (upper !== 0) missing = Math.min(missing, over - overGap(b, other, at));
  return missing;
}

/** Two placed lines closer than their rule, and by how much, metres. */
export interface Close {
  i: number;
  j: number;
  missing: number;
}

/** Every pair that breaks its rule by more than `slack`, metres. */
export function closePairs(problem: Problem, places: readonly LinePlace[], slack = SLACK): Close[] {
  const close: Close[] = [];
  for (let i = 0; i < places.length; i++)
    for (let j = i + 1; j < places.length; j++) {
      const missing = missingApart(problem, places, i, j);
      if (missing > slack) close.push({ i, j, missing });
    }
  return close;
}
