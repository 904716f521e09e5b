/** A linear expression: factors by variable name, and a constant. */
export interface Linear {
  terms: Record<string, number>;
  constant: number;
}

/** `left ≥ 0` when all rows hold. Every constraint is brought to this form. */
export interface Model {
  minimise: Linear;
  /** Each must be at least nothing. */
  rows: Linear[];
  /** Variables are free unless bounded here. */
  bounds: Record<string, { low?: number; high?: number }>;
  binaries: string[];
}

export interface Solution {
  values: Record<string, number>;
  objective: number;
}

/**
 * Solves a model in CPLEX LP text; undefined when no values satisfy it. Passed in, because the solver is a WebAssembly program that a
 * worker, a test or a server loads its own way.
 */
export type Solver = (lp: string) => Solution | undefined;

/** What HiGHS answers, as far as it is used. */
export interface Highs {
  solve: (
    lp: string,
    options?: typeof EXACT & { presolve?: 'off' },
  ) => { Status: string; ObjectiveValue: number; Columns: Record<string, { Primal?: number }> };
}

/** Closer than the solver's own choice: a binary off by a millionth is worth tenths of a millimetre of level, which shuts what was offered. */
const EXACT = { primal_feasibility_tolerance: 1e-9, mip_feasibility_tolerance: 1e-9 };

/** Solves a program. HiGHS now and then fails in its presolve on one that is fine without: then it goes without. */
function solved(highs: Highs, lp: string): ReturnType<Highs['solve']> {
  try {
    return highs.solve(lp, EXACT);
  } catch {
    return highs.solve(lp, { ...EXACT, presolve: 'off' });
  }
}

/** HiGHS, however it was loaded, as a {@link Solver}. */
export const solverOf =
  (highs: Highs): Solver =>
  (lp) => {
    const { Status, ObjectiveValue, Columns } = solved(highs, lp);
    if (Status !== 'Optimal') return undefined;
    return {
      objective: ObjectiveValue,
      values: Object.fromEntries(Object.entries(Columns).map(([name, { Primal }]) => [name, Primal ?? 0])),
    };
  };

export const linear = (terms: Record<string, number>, constant = 0): Linear => ({ terms, constant });

/** Sum of linear expressions, each times a factor. */
export function sum(...parts: [factor: number, part: Linear][]): Linear {
  const terms: Record<string, number> = {};
  let constant = 0;
  for (const [factor, part] of parts) {
    constant += factor * part.constant;
    for (const [name, value] of Object.entries(part.terms)) terms[name] = (terms[name] ?? 0) + factor * value;
  }
  return { terms, constant };
}

const number = (value: number): string => (Math.abs(value) < 1e-12 ? '0' : String(value));

function expression(terms: Record<string, number>): string {
  const parts = Object.entries(terms).filter(([, factor]) => factor !== 0);
  return parts.length === 0 ? '' : parts.map(([name, factor]) => `${factor < 0 ? '-' : '+'} ${number(Math.abs(factor))} ${name}`).join(' ');
}

/** The model as CPLEX LP text. Rows without variables are checked here: one that cannot hold makes the text infeasible by itself. */
export function toLp(model: Model): string {
  const names = new Set<string>([...Object.keys(model.minimise.terms), ...model.rows.flatMap(({ terms }) => Object.keys(terms))]);
  const rows = model.rows.flatMap(({ terms, constant }, index) => {
    const left = expression(terms);
    if (left === '') return constant >= -1e-9 ? [] : [` c${index}: + 1 impossible >= 1`];
    return [` c${index}: ${left} >= ${number(-constant)}`];
  });
  const impossible = rows.some((row) => row.includes('impossible'));
  const binaries = new Set(model.binaries);
  const bounds = [...names]
    .filter((name) => !binaries.has(name))
    .map((name) => {
      const { low, high } = model.bounds[name] ?? {};
      if (low === undefined && high === undefined) return ` ${name} free`;
      return ` ${low === undefined ? '-inf' : number(low)} <= ${name} <= ${high === undefined ? '+inf' : number(high)}`;
    });
  return [
    'Minimize',
    ` obj: ${expression(model.minimise.terms) || '0 nothing'}`,
    'Subject To',
    ...(rows.length > 0 ? rows : [' c: 0 nothing >= 0']),
    'Bounds',
    ...bounds,
    ...(impossible ? [' 0 <= impossible <= 0'] : []),
    ...(model.binaries.length > 0 ? ['Binary', ` ${model.binaries.join(' ')}`] : []),
    'End',
  ].join('\n');
}
