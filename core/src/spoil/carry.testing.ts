import type { Job, Run } from '../job';
import { linear, sum, toLp, type Linear, type Solver } from '../lp';
import { sides } from './heap';
import type { SpoilCell } from './carry';

/** The cost of the least-cost way to be rid of the spoil, written down as a linear program and solved by somebody else: the oracle of `carrySpoil`. */
export function cheapestByLp(cells: readonly SpoilCell[], { stockpile }: Run['logistics'], rates: Job['rates'], solver: Solver): number {
  const metre = rates.haul / 100;
  const objective: [number, Linear][] = [];
  const rows: Linear[] = [];
  const bounds: Record<string, { low: number; high?: number }> = {};
  const variable = (name: string, cost: number, high?: number): Linear => {
    bounds[name] = { low: 0, ...(high === undefined ? {} : { high }) };
    const term = linear({ [name]: 1 });
    objective.push([cost, term]);
    return term;
  };
  const equal = (left: Linear) => rows.push(left, sum([-1, left]));
  const middle = ({ from, to }: SpoilCell) => (from + to) / 2;
  const nearest = stockpile
    ? cells.reduce(
        (best, cell, i) =>
          Math.abs(middle(cell) - stockpile.station) < Math.abs(middle(cells[best] as SpoilCell) - stockpile.station) ? i : best,
        0,
      )
    : -1;
  const named = cells.map((cell, i) => {
    const to = (cells[i + 1] ?? cell) as SpoilCell;
    const step = Math.max(0.1, middle(to) - middle(cell));
    const own = { left: variable(`al${i}`, 0), right: variable(`ar${i}`, 0) };
    const brought = { left: variable(`bl${i}`, 0), right: variable(`br${i}`, 0) };
    for (const side of sides) rows.push(sum([-1, own[side]], [-1, brought[side]], [1, linear({}, cell.room[side])]));
    return {
      cell,
      own,
      brought,
      moved: variable(`m${i}`, rates.handle),
      off: variable(`o${i}`, rates.off),
      onward: i + 1 < cells.length ? variable(`f${i}`, metre * step) : linear({}),
      back: i + 1 < cells.length ? variable(`g${i}`, metre * step) : linear({}),
      stored: i === nearest && stockpile ? variable('stock', 0, stockpile.room) : linear({}),
      step,
    };
  });
  named.forEach(({ cell, own, brought, moved, off, onward, back, stored }, i) => {
    equal(sum([1, own.left], [1, own.right], [1, moved], [1, off], [-1, linear({}, cell.volume)]));
    const before = named[i - 1];
    equal(
      sum(
        [1, moved],
        [1, before?.onward ?? linear({})],
        [1, back],
        [-1, onward],
        [-1, before?.back ?? linear({})],
        [-1, brought.left],
        [-1, brought.right],
        [-1, stored],
      ),
    );
  });
  const solution = solver(toLp({ minimise: sum(...objective), rows, bounds, binaries: [] }));
  if (!solution) throw new Error('The spoil has nowhere to go, not even off site: the solver failed.');
  return solution.objective;
}
