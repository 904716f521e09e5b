import { solverOf, type Highs, type Solver } from './lp';

/** The solver the interface uses, loaded for Node. */
export async function loadSolver(): Promise<Solver> {
  const { default: load } = (await import('highs')) as unknown as { default: () => Promise<Highs> };
  return solverOf(await load());
}
