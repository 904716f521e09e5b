import { demoFile, demoFor } from '../demo';
import { dayAfter } from '../clearance';
import { sketchOf, summarise } from '../studies/compare';
import { jobProgress, type IssuedHere } from '../studies/progress';
import { jobInForce } from '../issue';
import { digGate, kindsEntered, runGate } from './dig';
import type { Gate } from './reasons';
import { applyPatches, blankJob, blankExisting, type Job, type Run } from '../job';
import { extent, levelsOn } from '../alignment';
import { planRun } from '../plan/plan';
import { findProduct } from '../catalogue';
import { findingIn, levelRun, withInverts } from '../testing';

const today = '2026-11-02';
const { job, runs } = demoFile;
const [drain, supply] = runs as [Run, Run, Run, Run];
const jobGate = (its: Job, all: readonly Run[], day: string, issued: readonly (IssuedHere | undefined)[] = []): Gate =>
  jobProgress(its, all, issued, day).gate;
const stopsOf = (gate: Gate) => gate.reasons.filter(({ state }) => state === 'stop').map(({ what }) => what);

describe('the gate of a whole job', () => {
  test('the demo is shut for four reasons, and each run for its own', () => {
    expect(stopsOf(jobGate(job, runs, today))).toEqual([
      'Telecom has not answered',
      'Ask the owner about yard lights and outbuildings',
      'Nobody has walked the route and the way in',
      'Pontoon supply: Old fuel line is within 0.30 m of the new lines',
    ]);
    expect(stopsOf(runGate(job, drain, planRun(job, drain), [supply], today))).toHaveLength(3);
  });
  test('a marked line may be entered on any run of the job', () => {
    expect(kindsEntered(runs)).toEqual(new Set(['water', 'fuel']));
    const bare = { ...drain, existing: [] };
    const alone = stopsOf(runGate(job, bare, planRun(job, bare), [], today));
    expect(alone.some((what) => what.startsWith('Water marked lines'))).toBe(true);
    expect(stopsOf(runGate(job, bare, planRun(job, bare), [supply], today)).some((what) => what.startsWith('Water marked'))).toBe(false);
  });
  test('a kind seen to be another when exposed counts as what it was seen to be', () => {
    const found = {
      result: 'found' as const,
      at: '2026-11-02T09:00:00Z',
      by: 'me',
      station: 5,
      cover: 0.5,
      size: 0.05,
      kind: 'gas' as const,
      seen: 1,
      note: '',
    };
    expect(kindsEntered([{ existing: [{ ...blankExisting('A', 5), exposures: [found] }] }])).toEqual(new Set(['gas']));
  });
  test('a run that cannot be dug as it stands keeps it shut, and says why', () => {
    const air = withInverts(drain, 9, 8);
    const [first] = jobGate(job, [air], today).reasons.filter(({ id }) => id === '0.plan');
    expect(first).toMatchObject({
      state: 'stop',
      what: 'Wash-down drain cannot be dug as it stands',
      why: expect.stringContaining('at or above the ground') as string,
    });
  });
  test('the permit of the demo runs out with the days', () => {
    expect(jobGate(job, runs, dayAfter(today, 13)).reasons.find(({ id }) => id === 'permit')?.state).toBe('stop');
    expect(jobGate(demoFor(dayAfter(today, 13)).job, runs, dayAfter(today, 13)).reasons.find(({ id }) => id === 'permit')?.state).toBe(
      'ok',
    );
  });
  test('what the plan in force of a run says shuts the job too, under its name; so does one that is not on this device', () => {
    const bare = { ...supply, existing: [] };
    const close = 'Old fuel line is within 0.30 m of the new lines';
    const beside = (draft: Run, body: IssuedHere['body'], change: Partial<Run> = {}) => {
      const all = [drain, { ...draft, ...change }];
      const drafts = stopsOf(jobGate(job, all, today));
      return stopsOf(jobGate(job, all, today, [undefined, { number: 3, body }])).filter((what) => !drafts.includes(what));
    };
    expect(beside(supply, { job, run: supply })).toEqual([]);
    expect(beside(bare, { job, run: supply })).toEqual([`Pontoon supply: Plan 3 as issued: ${close}`]);
    expect(beside(supply, { job, run: bare })).toEqual(
      ['Old fuel line', 'Water main'].map((name) => `Pontoon supply: Plan 3 does not know ${name}`),
    );
    expect(beside(supply, undefined)).toEqual(['Pontoon supply: Plan 3 is not on this device']);
    expect(beside(supply, { job, run: withInverts(supply, 19, 18) })).toEqual(['Pontoon supply: Plan 3 is not on this device']);
    expect(beside(bare, { job, run: supply }, { archived: true })).toEqual([]);
  });
  test('a run that was put away is not dug: it shuts nothing, and what is entered on it stays entered', () => {
    const [bare, away] = [
      { ...drain, existing: [] },
      { ...supply, archived: true },
    ];
    const says = (all: readonly Run[], begins: string) => stopsOf(jobGate(job, all, today)).some((what) => what.startsWith(begins));
    expect([says([bare, supply], 'Pontoon supply'), says([bare, away], 'Pontoon supply')]).toEqual([true, false]);
    expect([says([bare], 'Water marked lines'), says([bare, away], 'Water marked lines')]).toEqual([true, false]);
  });
  test('a machine too heavy for the gangway shuts it', () => {
    const heavy: Job = { ...job, machine: 't27' };
    expect(stopsOf(jobGate(heavy, runs, today)).some((what) => what.startsWith('Gangway: bears 2500 kg'))).toBe(true);
  });
});

describe('the gate of a run people dig at', () => {
  const planned = (run: Run, its: Job = job) => ({ job: its, run, plan: planRun(its, run) });
  const bare = { ...supply, existing: [] };
  const close = 'Old fuel line is within 0.30 m of the new lines';
  const shutBy = (...[draft, issued]: [Run | undefined, Run | undefined]) => {
    const gate = digGate(draft && planned(draft), issued && { number: 3, of: planned(issued) }, [drain], today);
    return gate?.reasons.filter(({ state }) => state === 'stop').map(({ what, issued: number }) => (number ? [what, number] : what));
  };
  const papers = stopsOf(runGate(job, bare, planRun(job, bare), [drain], today));
  test('is shut by what the draft or the issued plan says, each once, and says which', () => {
    expect(papers).toHaveLength(3);
    expect(shutBy(undefined, undefined)).toBeUndefined();
    expect(shutBy(supply, undefined)).toEqual([...papers, close]);
    expect(shutBy(undefined, supply)).toEqual([...papers, close]);
    expect(shutBy(supply, supply)).toEqual([...papers, close]);
    const unknown = ['Old fuel line', 'Water main'].map((name) => [`Plan 3 does not know ${name}`, 3]);
    expect(shutBy(supply, bare)).toEqual([...papers, close, ...unknown]);
    expect(shutBy(bare, supply)).toEqual([...papers, [`Plan 3 as issued: ${close}`, 3]]);
  });
  test('is shut by a line the issued plan does not know, or has elsewhere; not by its name, nor by what the book has of it', () => {
    const line = { ...blankExisting('Old cable', 3, 'x9'), coverMin: 2.4, coverMax: 2.5 };
    const has = (change: Partial<typeof line> = {}): Run => ({ ...bare, existing: [{ ...line, ...change }] });
    const [said] = shutBy(has(), bare)?.filter((told) => Array.isArray(told)) ?? [];
    expect(said).toEqual(['Plan 3 does not know Old cable', 3]);
    const moved = shutBy(has({ where: { kind: 'crossing', station: 4, angle: Math.PI / 2 } }), has());
    expect(moved).toContainEqual(['Plan 3 has Old cable otherwise', 3]);
    const seen = { result: 'notFound' as const, at: `${today}T09:00:00Z`, by: 'me', depth: 1, note: '' };
    expect(shutBy(has({ name: 'Cable', exposures: [seen] }), has())?.filter((told) => Array.isArray(told))).toEqual([]);
    // One that is gone from the draft is dug round all the same.
    expect(shutBy(bare, has())?.filter((told) => Array.isArray(told))).toEqual([]);
  });
  test('is open where both are, to the first day that ends either', () => {
    const { clearance } = job;
    const request = clearance.request && {
      ...clearance.request,
      utilities: clearance.request.utilities.map((one) => (one.answer === 'none' ? { ...one, answer: 'clear' as const } : one)),
    };
    const privateLines = clearance.privateLines.map((one) => (one.answer === 'open' ? { ...one, answer: 'none' as const } : one));
    const cleared: Job = {
      ...job,
      clearance: { ...clearance, request, privateLines, walked: { at: `${today}T07:00:00Z`, by: 'foreman' } },
    };
    const gate = (draft: Job, issued: Job) => digGate(planned(bare, draft), { number: 1, of: planned(bare, issued) }, [drain], today);
    const { until } = runGate(cleared, bare, planRun(cleared, bare), [drain], today);
    expect(gate(cleared, cleared)).toMatchObject({ open: true, until });
    expect(until).toBeDefined();
    expect(gate(cleared, job)).toMatchObject({ open: false, until: undefined });
    expect(gate(cleared, jobInForce(job, cleared))).toMatchObject({ open: true, until });
  });
  test('the job people work by has papers, tasks and prices of now, and the machine and rules of the plan', () => {
    const now: Job = { ...job, name: 'Later', machine: 't27', overrides: [], units: 'us', clearance: { ...job.clearance, permit: null } };
    expect(jobInForce(job, now)).toEqual({ ...now, machine: job.machine, overrides: job.overrides });
  });
});

describe('plans in numbers', () => {
  test('dig, pits and hand dig add up; a shield takes no stop but a bedding', () => {
    const plan = planRun(job, drain);
    const summary = summarise(job, drain, plan);
    expect(summary.dig).toBeCloseTo(plan.volumes.trench + plan.pits.reduce((sum, pit) => sum + pit.dig, 0), 9);
    expect(summary.handDig).toBeCloseTo(plan.handWindows[0]?.volume ?? 0, 12);
    expect(summary.stops).toBe(plan.findings.filter(({ severity }) => severity === 'stop').length);
    const fix = findingIn(plan, 'protection.unprotected')?.fixes[1];
    const held = applyPatches(drain, fix?.patches ?? []);
    expect(summarise(job, held, planRun(job, held)).stops).toBe(summary.stops - 1);
  });
  test('over the protection depth: UK 1.2 m on 0.02 falling ground is passed where the depth says', () => {
    // Depth 1.0 + 0.02·s: 1.2 m at 10 m of 100.
    const run = withInverts(
      {
        ...levelRun({ length: 100 }),
        stations: [
          { station: 0, ground: 10 },
          { station: 100, ground: 12 },
        ],
      },
      9.1047,
      9.1047,
    );
    const uk = blankJob('Test', 'UK');
    expect(summarise(uk, run, planRun(uk, run)).overProtection).toBeCloseTo(90, 6);
  });
  test('a sketch runs from end to end and shows what the levels say, also of a line that cannot be dug', () => {
    const { points } = sketchOf(job, withInverts(drain, 9, 8));
    expect([points[0]?.station, points.at(-1)?.station]).toEqual([extent(drain).start, extent(drain).end]);
    const middle = points[120]!;
    expect(middle.bottom).toBeCloseTo(levelsOn(withInverts(drain, 9, 8), findProduct('drain-160'), 24).bottom, 12);
  });
});
