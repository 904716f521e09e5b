import { missingApart, type Relation } from './apart';
import { settle, type Arrangement } from './settle';
import { SLACK, type Problem } from './problem';
import { leastArea, pairKey, type Effort, type Laid, type Relations } from './search';

/** So many splits are looked into for arrangements that differ; past them what was found must do. */
const MOST_SPLITS = 40;

/** Arrangements that differ in which lines lie in which row, least area first; empty when none fits. */
export function bestArrangements(problem: Problem, count = 3, effort: Effort = { nodes: 0 }): Arrangement[] {
  const found: { laid: Laid; ways: Relations }[] = [];
  const kept = new Map<string, Arrangement>();
  const look = (ways: Relations) => {
    const laid = leastArea(problem, ways, effort);
    if (laid) found.push({ laid, ways });
  };
  look(new Map());
  // Lawler's scheme: what is left once the best is taken splits by the first pair that lies the other way.
  for (let split = 0; found.length > 0 && kept.size < count && split < MOST_SPLITS; split++) {
    found.sort((a, b) => a.laid.area - b.laid.area);
    const { laid, ways } = found.shift() as { laid: Laid; ways: Relations };
    const arrangement = settle(problem, laid);
    const rows = arrangement.rows.map(({ lines }) => [...lines].sort().join()).join(';');
    if (!kept.has(rows)) kept.set(rows, arrangement);
    if (kept.size === count) break;
    const settled = new Map(ways);
    for (const [key, way] of waysOf(problem, laid)) {
      if (ways.has(key)) continue;
      look(new Map(settled).set(key, way === 'beside' ? 'stacked' : 'beside'));
      settled.set(key, way);
    }
  }
  return [...kept.values()];
}

/** How each pair of an arrangement keeps its distance; side by side where both would do. */
function waysOf(problem: Problem, { places }: Laid): Map<number, Relation> {
  const ways = new Map<number, Relation>();
  for (let i = 0; i < places.length; i++)
    for (let j = i + 1; j < places.length; j++)
      ways.set(pairKey(i, j), missingApart(problem, places, i, j, 'beside') <= SLACK ? 'beside' : 'stacked');
  return ways;
}
