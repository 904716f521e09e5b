import fc from 'fast-check';
import { machines, privateLineKinds } from '../catalogue';
import { seeded } from '../chance';
import { sensitiveDecisions } from '../studies/sensitivity';
import {
  blankClearance,
  blankJob,
  blankExisting,
  findingsOf,
  InputError,
  type Clearance,
  type ExistingLine,
  type Job,
  type Pinch,
  blankPinch,
} from '../job';
import { practiceAnswer } from '../office';
import { readGeoJson, writeGeoJson } from '../formats';
import { linesFromMarks } from '../alignment';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { strikeCases } from '../studies/strikes';
import { times } from '../generators.testing';
import { counting, findingIn, levelRun, saidIn, withInverts } from '../testing';
import { say } from '../words';
import { accessChecks, gapNeeded, jobDates, lastWorkingDay, levelGap, requestDates } from '../clearance';
import { clearSteps, knownLine, lostRecord, simulateStrikes, stepsDone, stepsOf, strategyIds, type StrikeCase } from '../existing';
import { clearToDig, type ClearInputs } from './clear';

const US = resolveRules('US');
// Monday 2 November 2026.
const MADE = '2026-11-02';
const request = {
  reference: 'R1',
  made: MADE,
  utilities: [{ name: 'Water', kind: 'water' as const, answer: 'clear' as const, contact: 'desk', asks: '' }],
};
const allClear: Clearance = {
  ...blankClearance(),
  permit: { number: 'P1', issuer: 'office', covers: 'drain', from: '2026-11-01', to: '2026-11-30' },
  request,
  privateLines: privateLineKinds.map((kind) => ({ kind, answer: 'none' })),
  walked: { at: '2026-11-02T08:00:00Z', by: 'foreman' },
};
const gate = (clearance: Partial<Clearance> = {}, today = '2026-11-06', more: Partial<ClearInputs> = {}) =>
  clearToDig({
    clearance: { ...allClear, ...clearance },
    rules: US,
    units: 'metric',
    lines: [],
    kindsEntered: new Set(),
    depth: 1.2,
    against: [],
    today,
    ...more,
  });
const stops = (...of: Parameters<typeof gate>) =>
  gate(...of)
    .reasons.filter(({ state }) => state === 'stop')
    .map(({ what }) => what);

describe('dates', () => {
  test.each([
    ['Monday and three working days: Thursday', MADE, 3, [], '2026-11-05'],
    ['over a weekend', '2026-11-05', 3, [], '2026-11-10'],
    ['over a holiday too', '2026-11-05', 3, ['2026-11-09'], '2026-11-11'],
    ['nothing to wait for', MADE, 0, [], MADE],
    ['over the end of a leap February', '2028-02-28', 3, [], '2028-03-02'],
  ])('%s', (_, after, days, holidays, last) => expect(lastWorkingDay(after, days, holidays)).toBe(last));
  test('three full days from Monday, dig from Friday; marks for 14 days from the request, or from when they were put back', () => {
    expect(requestDates(request, US, [])).toEqual({ digFrom: '2026-11-06', expires: '2026-11-16' });
    expect(requestDates({ ...request, remarked: '2026-11-12' }, US, []).expires).toBe('2026-11-26');
    expect(requestDates(request, resolveRules('UK'), [])).toEqual({ digFrom: MADE, expires: undefined });
  });
});

describe('the gate Clear to dig', () => {
  test('opens when nothing says stop, and says until when', () => expect(gate()).toMatchObject({ open: true, until: '2026-11-16' }));
  test.each<[string, Partial<Clearance>, string, string]>([
    ['no permit', { permit: null }, '2026-11-06', 'No permit to dig'],
    ['a permit that ended', {}, '2026-12-01', 'Permit P1 ended on 2026-11-30'],
    ['a permit to come', { permit: { ...allClear.permit!, from: '2026-11-09' } }, '2026-11-06', 'Permit P1 begins on 2026-11-09'],
    ['a permit not filled in', { permit: { ...allClear.permit!, number: '' } }, '2026-11-06', 'The permit is not filled in'],
    ['a permit nobody issued', { permit: { ...allClear.permit!, issuer: '' } }, '2026-11-06', 'The permit is not filled in'],
    ['a request without its reference', { request: { ...request, reference: '' } }, '2026-11-06', 'The locate request has no reference'],
    ['no request', { request: null }, '2026-11-06', 'No locate request made'],
    ['waiting', {}, '2026-11-05', 'Request R1: dig from 2026-11-06, not before'],
    ['marks run out', {}, '2026-11-17', 'The marks ran out on 2026-11-16'],
    [
      'a utility that is silent',
      { request: { ...request, utilities: [{ ...request.utilities[0]!, answer: 'none' }] } },
      '2026-11-06',
      'Water has not answered',
    ],
    [
      'marks nobody entered',
      { request: { ...request, utilities: [{ ...request.utilities[0]!, answer: 'marked' }] } },
      '2026-11-06',
      'Water marked lines, and no drinking water line is entered',
    ],
    ['nobody listed', { request: { ...request, utilities: [] } }, '2026-11-06', 'No utilities listed'],
    [
      'private lines not asked',
      { privateLines: privateLineKinds.map((kind) => ({ kind, answer: kind === 'septic' ? 'open' : 'none' })) },
      '2026-11-06',
      'Ask the owner about septic tank and soakaways',
    ],
    [
      'private lines never listed',
      { privateLines: [{ kind: 'septic', answer: 'none' }] },
      '2026-11-06',
      'Ask the owner about yard lights and outbuildings, irrigation and ponds, farm and trough pipes, own data and alarm cables, fuel or gas from a tank',
    ],
    [
      'marks to be put back on a day to come',
      { request: { ...request, remarked: '2026-11-20' } },
      '2026-11-18',
      'The marks ran out on 2026-11-16',
    ],
    [
      'a walk of next year',
      { walked: { at: '2027-11-02T08:00:00Z', by: 'foreman' } },
      '2026-11-06',
      'Nobody has walked the route and the way in',
    ],
    ['a way nobody walked', { walked: null }, '2026-11-06', 'Nobody has walked the route and the way in'],
  ])('%s shuts it', (_, clearance, today, what) => expect(stops(clearance, today)).toContain(what));
  test('a deep-enough permit rule lets shallow digs go without', () => {
    const rules = resolveRules('US', [{ rule: 'permitDepth', value: 0.5, by: 'site', reason: 'house rule' }]);
    expect(gate({ permit: null }, '2026-11-06', { rules, depth: 0.4 }).open).toBe(true);
    expect(gate({ permit: null }, '2026-11-06', { rules, depth: 0.6 }).open).toBe(false);
  });
  test('a line not found shuts it', () => {
    const lost: ExistingLine = {
      ...blankExisting('Fuel', 5),
      evidence: 'detected',
      exposures: [{ result: 'notFound', at: '2026-11-06T09:00:00Z', by: 'me', depth: 1.4, note: '' }],
    };
    expect(stops({}, '2026-11-06', { lines: [lost] })).toEqual(['Fuel was not found: ask the locator again']);
  });
  test('the last days before an end are a caution', () =>
    expect(gate({}, '2026-11-14').reasons.find(({ id }) => id === 'life')).toMatchObject({
      state: 'caution',
      what: 'Marks hold to 2026-11-16: 2 days left',
    }));
  test('for any answers and any day it is open only with a permit, a request past its wait and within its life, and every answer in', () => {
    const answer = fc.constantFrom('none' as const, 'marked' as const, 'clear' as const);
    fc.assert(
      fc.property(
        fc.array(answer, { maxLength: 4 }),
        fc.boolean(),
        fc.integer({ min: -5, max: 40 }),
        fc.boolean(),
        (answers, permit, days, walked) => {
          const utilities = answers.map((one, i) => ({ name: `U${i}`, kind: 'gas' as const, answer: one, contact: '', asks: '' }));
          const today = new Date(Date.UTC(2026, 10, 2 + days)).toISOString().slice(0, 10);
          const { open } = gate(
            { permit: permit ? allClear.permit : null, walked: walked ? allClear.walked : null, request: { ...request, utilities } },
            today,
          );
          const allowed =
            permit &&
            walked &&
            today >= '2026-11-06' &&
            today <= '2026-11-16' &&
            answers.length > 0 &&
            answers.every((one) => one === 'clear');
          expect(open).toBe(allowed);
        },
      ),
    );
  });
});

describe('exposures', () => {
  const line: ExistingLine = { ...blankExisting('Fuel', 20), kind: 'fuel' };
  const found = {
    result: 'found' as const,
    at: '2026-11-06T09:00:00Z',
    by: 'me',
    station: 20.4,
    cover: 0.62,
    size: 0.05,
    kind: 'water' as const,
    seen: 1,
    note: '',
  };
  test('what was found takes the place of what was expected', () =>
    expect(knownLine({ ...line, exposures: [found] })).toMatchObject({
      kind: 'water',
      size: 0.05,
      coverMin: 0.62,
      coverMax: 0.62,
      evidence: 'exposed',
      where: { station: 20.4 },
    }));
  test('a search in vain is settled by a later find', () => {
    const lost = { result: 'notFound' as const, at: found.at, by: 'me', depth: 1.2, note: '' };
    expect(lostRecord({ exposures: [lost] })?.depth).toBe(1.2);
    expect(lostRecord({ exposures: [lost, found] })).toBeUndefined();
  });
  test('recording one shrinks the window of the plan at once', () => {
    const length = (lines: ExistingLine[]) => {
      const [window] = planRun(blankJob('Test', 'UK'), { ...levelRun({ length: 40 }), existing: lines }).handWindows;
      return (window?.to ?? 0) - (window?.from ?? 0);
    };
    expect(length([line])).toBeCloseTo(2 * 1.55, 9);
    expect(length([{ ...line, exposures: [found] }])).toBeCloseTo(2 * 0.525, 9);
  });
  test('steps are ticked in order, kept by the lines they are for, and start anew with other lines', () => {
    const steps = clearSteps([line], US, 'metric');
    const done = [stepsOf([line], steps, 4)];
    expect(stepsDone(done, [line], steps)).toBe(4);
    expect(stepsDone(done, [line, { ...line, id: 'other', name: 'Other' }], steps)).toBe(0);
    // In a window shared with a line not seen yet it comes first, and the ticks begin anew.
    const seen = knownLine({ ...line, exposures: [found] });
    const other = { ...line, id: 'power', name: 'Power' };
    const shared = clearSteps([other, seen], US, 'metric');
    expect(shared[0]?.text).toMatch(/^Fuel seen at 0\.62 m: support and protect it/);
    expect(stepsDone([stepsOf([other, line], clearSteps([other, line], US, 'metric'), 2)], [other, seen], shared)).toBe(0);
    expect(clearSteps([knownLine({ ...line, exposures: [found] })], US, 'metric').map(({ text }) => text)).toEqual([
      'Fuel seen at 0.62 m: support and protect it, and keep the bucket 0.635 m off its middle. Dig that by hand.',
    ]);
  });
});

test('decisions that flip: a sewer to be joined between 0.9 and 1.6 m down decides protection and width', () => {
  const run = {
    ...withInverts(levelRun({ length: 30, bottomWidth: 0.6 }), 9.2, 8.6),
    existing: [{ ...blankExisting('Sewer', 30), join: true, coverMin: 0.9, coverMax: 1.6 }],
  };
  const sensitive = sensitiveDecisions(blankJob('Test', 'UK'), run, 'Sewer');
  expect(sensitive.some((what) => what.startsWith('At its deepest: Unprotected'))).toBe(true);
  expect(sensitiveDecisions(blankJob('Test', 'UK'), { ...run, existing: [{ ...run.existing[0]!, coverMax: 0.9 }] }, 'Sewer')).toEqual([]);
});

test('decisions of a line on cover hang on it too; a depth that cannot be planned says so', () => {
  const sewer = { ...blankExisting('Sewer', 30), join: true, coverMin: 0.6, coverMax: 1.7 };
  const run = { ...levelRun({ length: 30, bottomWidth: 0.6 }), existing: [sewer] };
  expect(sensitiveDecisions(blankJob('Test', 'UK'), run, 'Sewer').join('; ')).toContain('At its deepest: Unprotected');
  const low = { ...withInverts(levelRun({ length: 30 }), 9, 8.9), existing: [{ ...sewer, coverMin: 0 }] };
  expect(sensitiveDecisions(blankJob('Test', 'UK'), low, 'Sewer').join('; ')).toMatch(/At its shallowest: .*(stands out|above)/);
  expect(sensitiveDecisions(blankJob('Test', 'UK'), run, 'nobody')).toEqual([]);
});

test('dates of papers not filled in are told without their numbers', () => {
  const job: Job = {
    ...blankJob('Lane', 'US'),
    clearance: { ...allClear, permit: { ...allClear.permit!, number: '', issuer: '' }, request: { ...request, reference: '' } },
  };
  expect(jobDates(job).map(({ what }) => what)).toEqual([
    'Permit without a number begins',
    'Locate request without a reference: dig from today',
    'Locate request without a reference: marks end today',
    'Permit without a number ends today',
  ]);
});

describe('the way in', () => {
  const degrees = (angle: number) => (angle * Math.PI) / 180;
  const slab = [
    { y: 0.495, z: 0 },
    { y: 0.495, z: 2.3 },
  ];
  const pinch = (change: Partial<Pinch>): Pinch => ({ ...blankPinch('gate'), gap: 1.3, ...change });
  const found = (change: Partial<Pinch>) =>
    findingsOf(accessChecks, { pinches: [pinch(change)], machine: machines.t17, rules: US }).map(
      (finding) => `${finding.severity} ${say(finding, { rules: US, units: 'metric' }).what}`,
    );
  test('0.99 × 2.3 m slab on 6° before a tall barrier: 0.985 + 0.240 = 1.225 m', () =>
    expect(gapNeeded(0.99, slab, degrees(6), 5)).toBeCloseTo(1.225, 3));
  test('a barrier 1.1 m high counts only to its top; none leaves the width; a slope taped along counts times cos', () => {
    expect(gapNeeded(0.99, slab, degrees(6), 1.1)).toBeCloseTo(0.99 * Math.cos(degrees(6)) + 1.1 * Math.sin(degrees(6)), 12);
    expect(gapNeeded(0.99, slab, degrees(6), null)).toBeCloseTo(0.99 * Math.cos(degrees(6)), 12);
    expect(levelGap({ gap: 1.3, alongSlope: true, crossFall: degrees(6) })).toBeCloseTo(1.2929, 4);
  });
  test('an outline that narrows upwards leans less than its slab', () =>
    expect(gapNeeded(0.99, machines.t17.outline, degrees(6), 5)).toBeLessThan(gapNeeded(0.99, slab, degrees(6), 5)));
  test.each<[string, Partial<Pinch>, string]>([
    ['too narrow', { gap: 0.9 }, 'stop Gate: the 1.7 t class needs 0.99 m and there is 0.90 m'],
    ['tight', { gap: 1.05 }, 'caution Gate: 0.06 m to spare in all for the 1.7 t class'],
    ['too weak', { bears: 1500 }, 'stop Gate: bears 1500 kg; the machine weighs 1700 kg'],
    ['nearly too weak', { bears: 2000 }, 'caution Gate: 300 kg below its limit'],
    ['too low', { overhead: 2.2 }, 'stop Gate: 2.20 m overhead'],
    ['a live line within its distance', { overhead: 5, live: true }, 'stop Gate: 5.00 m overhead'],
    ['a live line above the raised boom', { overhead: 6, live: true }, 'caution Gate: boom and bucket down under 6.00 m'],
    ['loose and turning', { surface: 'loose', tightTurn: true }, 'caution Gate: loose gravel and a tight turn'],
  ])('%s', (_, change, what) => expect(found(change)[0]).toContain(what));
  test('plenty of room says nothing', () => expect(found({ gap: 3 })).toEqual([]));
});

test('a machine dug in at a dead end is told to dig from the other, and then is not', () => {
  const job = blankJob('Test', 'UK');
  const trapped = { ...levelRun({ depth: 1.1 }), access: { digFrom: 'start' as const, exit: 'start' as const } };
  const narrow = { ...trapped, spoil: { ...trapped.spoil, corridorLeft: 1.5, corridorRight: 1.5 } };
  const exit = findingIn(planRun(job, trapped), 'machine.trapped');
  expect(exit?.fixes).toMatchObject([{ code: 'digFrom', facts: { end: 'end' } }]);
  expect(saidIn(job, planRun(job, trapped), 'machine.trapped')?.why).toBe('It may pass beside the trench, 2.65 m from the centre line.');
  // Between tracks 1.25 m over and a 0.6 m trench: 0.325 m a side, where a track of 0.23 m stands behind a batter of 1:1 from the toe.
  expect(findingIn(planRun(job, narrow), 'machine.trapped')?.severity).toBe('stop');
  expect(saidIn(job, planRun(job, narrow), 'machine.trapped')?.why).toContain('0.325 m is left under a track that needs 1.33 m');
  expect(findingIn(planRun(job, { ...trapped, access: { digFrom: 'end', exit: 'start' } }), 'machine.trapped')).toBeUndefined();
});

describe('strike risk', () => {
  const one = (change: Partial<StrikeCase> = {}): StrikeCase => ({
    evidence: 'drawing',
    window: 1.55,
    seenWindow: 0.55,
    coverMin: 0.4,
    coverMax: 0.8,
    size: 0.1,
    depth: 1.2,
    beside: undefined,
    volume: 2,
    handHours: 1.4,
    machineHours: 0.14,
    length: 3.1,
    ...change,
  });
  const run = (cases: StrikeCase[], trials = 20_000, seed = 1) => simulateStrikes(cases, trials, seeded(seed))!;
  test('dig through strikes what lies in the way unless it is seen: 7 in 10; windows and exposing far less', () => {
    const { strategies } = run([one()]);
    const [through, window, expose] = strategies.map(({ chance }) => chance) as [number, number, number];
    expect(Math.abs(through - 0.7)).toBeLessThan(4 * (strategies[0]?.error ?? 0));
    expect(window).toBeLessThan(through / 5);
    expect(expose).toBeLessThan(window);
  });
  test('hours: by machine, by hand in the whole window, and between when exposed', () => {
    const [through, window, expose] = run([one()]).strategies.map(({ hours }) => hours) as [number, number, number];
    expect(through).toBeCloseTo(0.28, 9);
    expect(window).toBeCloseTo(2.8, 9);
    expect(expose).toBeGreaterThan(through);
    expect(expose).toBeLessThan(window);
  });
  test('a line deeper than the trench is never struck; one far beside it hardly ever', () => {
    expect(run([one({ coverMin: 2, coverMax: 2.2 })]).strategies.map(({ chance }) => chance)).toEqual([0, 0, 0]);
    expect(run([one({ beside: { offset: 8, halfTop: 0.3 }, evidence: 'detected' })]).strategies[0]?.chance).toBeLessThan(0.001);
  });
  test('exposing helps most where the evidence is worst', () => {
    const { lines } = run([one({ evidence: 'exposed', window: 0.55 }), one(), one({ evidence: 'detected', window: 0.55 })]);
    expect(lines[1]?.gain).toBeGreaterThan(lines[2]?.gain ?? 1);
    expect(lines[2]?.gain).toBeGreaterThan(lines[0]?.gain ?? 1);
  });
  test('the same seed gives the same result, more trials a smaller error, and it can be stopped', () => {
    expect(run([one()], 5000, 7)).toEqual(run([one()], 5000, 7));
    expect(run([one()], 40_000).strategies[0]?.error).toBeLessThan(run([one()], 400).strategies[0]?.error ?? 0);
    expect(simulateStrikes([one()], 20_000, seeded(1), (share) => share < 0.5)).toBeUndefined();
    expect(() => simulateStrikes([one()], 5, seeded(1))).toThrow(InputError);
  });
  test('for any lines no strategy that digs by hand is riskier than digging through', () => {
    const any = fc.record({
      evidence: fc.constantFrom('drawing' as const, 'detected' as const, 'exposed' as const),
      coverMin: fc.double({ min: 0.1, max: 2, noNaN: true }),
      window: fc.double({ min: 0.5, max: 2, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 4 }), fc.integer(), (lines, seed) => {
        const { strategies } = run(
          lines.map((line) => one({ ...line, coverMax: line.coverMin + 0.3 })),
          2000,
          seed,
        );
        const [through, window] = strategies.map(({ chance, error }) => ({ chance, error })) as [
          { chance: number; error: number },
          { chance: number; error: number },
        ];
        expect(window.chance).toBeLessThanOrEqual(through.chance + 4 * (through.error + window.error) + 1e-9);
      }),
      { numRuns: times(30) },
    );
  });
  test('cases come from the plan: one a line, with its share of the window', () => {
    const job: Job = blankJob('Test', 'UK');
    const lines = [blankExisting('A', 20), { ...blankExisting('B', 20.5), evidence: 'detected' as const }];
    const plan = planRun(job, { ...levelRun({ length: 40 }), existing: lines });
    const cases = strikeCases(job, { ...levelRun({ length: 40 }), existing: lines }, plan);
    expect(cases.map(({ volume }) => volume)).toEqual(
      [plan.dig.hand / 2, plan.dig.hand / 2].map((volume) => expect.closeTo(volume, 9) as number),
    );
    expect(run(cases).strategies.map(({ id }) => id)).toEqual([...strategyIds]);
  });
});

describe('the practice office', () => {
  const job = { ...blankJob('Yard', 'UK'), origin: { lat: 0, lon: 0 } };
  const run = {
    ...levelRun({ length: 60 }),
    route: [
      { x: 0, y: 0 },
      { x: 60, y: 0 },
    ],
  };
  const route = writeGeoJson(job, [{ run, plan: planRun(job, run) }]);
  const ask = (seed: number) => practiceAnswer({ job: 'Yard', route, origin: job.origin }, seeded(seed));
  test('answers for every utility; what it marks lies across the route it was given', () => {
    const answer = ask(3);
    expect(answer).toEqual(ask(3));
    expect(answer.utilities).toHaveLength(5);
    const marked = answer.utilities.filter(({ answer: said }) => said === 'marked');
    const lines = linesFromMarks(run, readGeoJson(answer.marks, job.origin).marks, counting());
    expect(new Set(lines.map(({ kind }) => kind))).toEqual(new Set(marked.map(({ kind }) => kind)));
    for (const line of lines) expect(line.where.kind === 'crossing' && line.where.station > 0 && line.where.station < 60).toBe(true);
  });
  test('over many requests somebody is silent now and then, and marks are not always there', () => {
    const answers = Array.from({ length: 200 }, (_, seed) => ask(seed).utilities.map(({ answer }) => answer)).flat();
    for (const said of ['none', 'clear', 'marked'] as const) expect(answers.filter((one) => one === said).length).toBeGreaterThan(50);
  });
  test('a route that is none is refused', () =>
    expect(() => practiceAnswer({ job: 'Yard', route: '{}', origin: null }, seeded(1))).toThrow(InputError));
});
