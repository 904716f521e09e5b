import type { Solver } from './line/grade';

type Highs = {
  solve: (lp: string, options?: object) => { Status: string; ObjectiveValue: number; Columns: Record<string, { Primal?: number }> };
};

/** The solver the interface uses, loaded for Node. */
export async function loadSolver(): Promise<Solver> {
  const { default: load } = (await import('highs')) as unknown as { default: () => Promise<Highs> };
  const highs = await load();
  return (lp) => {
    const { Status, ObjectiveValue, Columns } = highs.solve(lp);
    if (Status !== 'Optimal') return undefined;
    return {
      objective: ObjectiveValue,
      values: Object.fromEntries(Object.entries(Columns).map(([name, { Primal }]) => [name, Primal ?? 0])),
    };
  };
}
