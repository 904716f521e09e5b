import {
  arrangeLines,
  haulOf,
  futureLines,
  InputError,
  kitOf,
  planRun,
  seeded,
  simulateStrikes,
  strikeCases,
  applyPatches,
  type Addition,
  type Haul,
  type Job,
  type Offers,
  type Run,
  type StrikeRisk,
} from '@tamper/core';
import { type PlanSummary, summarise } from '@tamper/core/compare';
import { type Programme, type ProgrammeInputs, type WhatIf, programmeInputs, simulateProgramme, whatIfs } from '@tamper/core/programme';
import { orderOf } from '@tamper/core/order';
import { alternatives, type Alternative, type Outcome } from '@tamper/core/studies/improvements';
import { findGrade, type GradeResult } from '@tamper/core/grade';
import { solverOf, type Highs, type Solver } from '@tamper/core/lp';
import { expose } from './wire';
import type { Worked } from './worked';

/** The solver is a WebAssembly program of a megabyte: fetched when it is first needed. */
async function loadSolver(): Promise<Solver> {
  const load = require('highs') as (options: { locateFile: (file: string) => string }) => Promise<Highs>;
  return solverOf(await load({ locateFile: (file) => `/${file}` }));
}

export type OnProgress = (share: number, what: string) => void;
/** What the grade finder found, with the present line and the one found in numbers. */
export interface GradeFound {
  result: GradeResult;
  present: PlanSummary | undefined;
  candidate: PlanSummary | undefined;
}

/** The days of a run, many times over, and what changing one thing would bring. */
export interface Days {
  inputs: ProgrammeInputs;
  sequence: Programme;
  ifs: WhatIf[];
}
/** What would be better: the plan as it stands, and what was tried. */
export interface Better {
  before: Outcome;
  found: Alternative[];
}

/** Milliseconds between two words of progress: the page has better things to do than drawing each. */
const PAUSE = 100;
/** Passes progress on now and then. */
function seldom(onProgress: OnProgress): OnProgress {
  let last = -Infinity;
  return (share, what) => {
    const now = performance.now();
    if (now - last < PAUSE) return;
    last = now;
    onProgress(share, what);
  };
}

async function worked<T>(work: () => Promise<T> | T): Promise<Worked<T>> {
  try {
    return { value: await work() };
  } catch (error) {
    if (error instanceof InputError) return { errors: error.errors };
    throw error;
  }
}

/** A plan's numbers; nothing where the line cannot be dug as it is. */
function numbers(job: Job, run: Run): PlanSummary | undefined {
  try {
    return summarise(job, run, planRun(job, run));
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

const worker = {
  grade: (job: Job, run: Run, onProgress: OnProgress): Promise<Worked<GradeFound>> =>
    worked(async () => {
      onProgress(0, 'Fetching the solver');
      const solver = await loadSolver();
      const result = findGrade(job, run, { solver, onProgress: seldom(onProgress) });
      const candidate = result.kind === 'found' ? numbers(job, applyPatches(run, result.patches)) : undefined;
      return { result, present: numbers(job, run), candidate };
    }),
  arrange: (job: Job, run: Run, reach: number, station: number, onProgress: OnProgress): Promise<Worked<Offers>> =>
    worked(() => {
      const tell = seldom(onProgress);
      // How much is left is not known: the share closes in on one.
      return arrangeLines(job, run, reach, station, {
        nodes: 0,
        tick: (nodes) => tell(nodes / (nodes + 20_000), `${nodes} ways looked at`),
      });
    }),
  future: (job: Job, run: Run, reach: number, station: number, onProgress: OnProgress): Promise<Worked<Addition[]>> =>
    worked(() => futureLines(job, run, reach, station, (done, of) => onProgress(done / of, `${done} of ${of} tried`))),
  carry: (job: Job, run: Run): Promise<Worked<Haul>> => worked(() => haulOf(job, run, planRun(job, run))),
  days: (job: Job, run: Run, trials: number, seed: number, onProgress: OnProgress): Promise<Worked<Days>> =>
    worked(() => {
      const tell = seldom(onProgress);
      const plan = planRun(job, run);
      const inputs = programmeInputs(job, run, plan, orderOf(job, run, plan));
      const progress = (share: number) => (tell(share * 0.8, 'Running the days'), true);
      const sequence = simulateProgramme(inputs, trials, seeded(seed), progress) as Programme;
      onProgress(0.8, 'Trying other crews and lengths');
      const boxes = run.reaches.map(({ kit }) => kitOf(job, kit)).flatMap((kit) => (kit?.kind === 'shield' ? [kit.length] : []));
      return { inputs, sequence, ifs: whatIfs(inputs, Math.min(400, trials), () => seeded(seed), boxes[0]) };
    }),
  better: (job: Job, run: Run, onProgress: OnProgress): Promise<Worked<Better>> =>
    worked(async () => {
      onProgress(0, 'Fetching the solver');
      const solver = await loadSolver();
      return alternatives(job, run, solver, seldom(onProgress));
    }),
  strikes: (job: Job, run: Run, trials: number, seed: number, onProgress: OnProgress): Promise<Worked<StrikeRisk>> =>
    worked(() => {
      const cases = strikeCases(job, run, planRun(job, run));
      const tell = seldom(onProgress);
      const progress = (share: number) => (tell(share, 'Throwing'), true);
      return simulateStrikes(cases, trials, seeded(seed), progress) as StrikeRisk;
    }),
};
export type SolverWorker = typeof worker;

expose(worker);
