import { findProduct } from './catalogue';
import { blankRun, InputError, type FieldError, type Finding, type Job, type NewId, type Reach, type Run } from './job';
import type { Envelope, Fact, Kept, SoilTest } from './book';
import { fallingRun } from './alignment';
import { wallOffset, type Range } from './geometry';
import type { CheckCode, FactsOf } from './plan/checks';
import type { Plan } from './plan/plan';
import { endFace } from './protection';
import { resolveRules } from './rules';
import { endsLaidBack, type Place } from './trench';
import { readerOf, say, type Said, type Sayable } from './words';
import { BELOW_ANY_DIP } from './generators.testing';

/** What some work refuses, field by field; nothing when it goes through. */
export function refusals(work: () => unknown): readonly FieldError[] {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return error.errors;
    throw error;
  }
  return [];
}
/** The same as one text. */
export const refusal = (work: () => unknown): string =>
  refusals(work)
    .map(({ message }) => message)
    .join(' ');

/** A run with something changed in each of its reaches. */
export const inReach = (run: Run, change: Partial<Reach>): Run => ({
  ...run,
  reaches: run.reaches.map((reach) => ({ ...reach, ...change })),
});

/** Every hole of a planned run, the ends laid back among them. */
export const holesOf = (job: Job, run: Run, places: readonly Place[]): Place[] => [
  ...places,
  ...endsLaidBack(run, places, ({ soil }) => endFace(resolveRules(job.ruleSet, job.overrides), soil)),
];

/** A level run of one reach: the plainest trench, with what a test wants changed. */
export function levelRun({ length = 30, depth = 1.2, ...reach }: { length?: number; depth?: number } & Partial<Reach> = {}): Run {
  const base = blankRun({ name: 'Test', length, product: 'drain-160', cover: 0.6, ruleSet: 'US' });
  const merged = { ...(base.reaches[0] as Reach), ...reach };
  const cover = depth - findProduct('drain-160').od - merged.bedding;
  return { ...base, reaches: [{ ...merged, levels: { kind: 'cover', cover } }] };
}

/** The run falling straight between inverts at its two ends. */
export const withInverts = (run: Run, start: number, end: number): Run => ({ ...run, ...fallingRun(run, start, end) });
/** The run on one cover all along; bores, which are straight, deep enough to stay below any dip. */
export const withCover = (run: Run, cover: number): Run => ({
  ...run,
  reaches: run.reaches.map((reach) => ({
    ...reach,
    levels: { kind: 'cover', cover: reach.method.kind === 'bored' ? cover + BELOW_ANY_DIP : cover },
  })),
});

/** The worst a check found, by its code. */
export const findingIn = <K extends CheckCode>({ findings }: Pick<Plan, 'findings'>, code: K): Finding<K, FactsOf[K]> | undefined =>
  findings.find((finding) => finding.code === code) as Finding<K, FactsOf[K]> | undefined;
/** Codes of everything that stops a plan. */
export const stopsOf = ({ findings }: Pick<Plan, 'findings'>): CheckCode[] =>
  findings.flatMap(({ code, severity }) => (severity === 'stop' ? [code] : []));
/** A finding as the job's own reader reads it. */
export const said = (job: Job, finding: object): Said => say(finding as Sayable, readerOf(job));

/** The worst a check found, in words. */
export function saidIn(job: Job, plan: Plan, code: CheckCode): Said | undefined {
  const found = findingIn(plan, code);
  return found && said(job, found);
}
/** Ids one after another. */
export function counting(): NewId {
  let count = 0;
  return () => `new-${++count}`;
}

let entries = 0;
/** An entry of the book as the server keeps it, by one device that hears everything: each in the knowledge of those before it. */
export function bookEntry<F extends Fact>(
  fact: F,
  at = '2026-11-02T07:00:00Z',
  more: Partial<Envelope> = {},
): Kept & { entry: { fact: F } } {
  const seq = ++entries;
  const id = `00000000-0000-4000-8000-${String(seq).padStart(12, '0')}`;
  const entry = { id, author: 'foreman', device: 'd1', count: seq, known: seq - 1, at, clock: 0, ...more, fact };
  return { entry: entry as Kept['entry'] & { fact: F }, seq, receivedAt: at, off: 0 };
}

/** Firm dry clay looked at by hand and eye, type B, as deep as anything here. */
export const firmClay = (to: number): SoilTest => ({
  kind: 'soil',
  from: 0,
  to,
  top: 0,
  bottom: 5,
  material: 'clay',
  thumb: 'dents',
  strength: null,
  ribbon: null,
  dry: null,
  water: 'dry',
  fissured: false,
  disturbed: false,
  vibration: false,
  dipping: false,
});

/** A value as a database may give it back: the keys of every object in another order. */
export const keysTurned = <T>(value: T): T =>
  Array.isArray(value)
    ? (value.map(keysTurned) as T)
    : typeof value === 'object' && value !== null
      ? (Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, item]) => [key, keysTurned(item) as unknown]),
        ) as T)
      : value;

/** Where a hole is dug at the ground, stations: its bottom, and as far as its ends lean or step back. */
export const dugAtGround = ({ from, to, ends, depth }: Place): Range => {
  const out = (deep: number | undefined) => (ends && deep !== undefined ? wallOffset(ends, deep) : 0);
  return { from: from - out(depth[0]), to: to + out(depth.at(-1)) };
};

/** A level run of 60 m: east, then north from 40 m. */
export const bentRun = (): Run => ({
  ...levelRun({ length: 60, depth: 1 }),
  route: [
    { x: 0, y: 0 },
    { x: 40, y: 0 },
    { x: 40, y: 20 },
  ],
});
