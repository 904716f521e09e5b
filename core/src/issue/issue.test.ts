import { demoFile } from '../demo';
import { anyDig, times } from '../generators.testing';
import type { ShieldKit } from '../catalogue';
import { observedRun } from '../book';
import { blankExisting, blankJob, blankPit, omit, sameJson, type ExistingLine, type Job, type Reach, type Run } from '../job';
import { issuedErrors } from '../job/issued';
import { upgradeIssued } from '../job/upgrade';
import { planRun, tryPlan } from '../plan/plan';
import { bookEntry, keysTurned, levelRun, withInverts } from '../testing';
import fc from 'fast-check';
import { bodyText, changesBetween, drift, figuresOf, issueOf, plannedBy, type Issuable, type RevisionBody } from '.';

const job = blankJob('Yard', 'US');
const run = levelRun({ length: 30, depth: 1.2 });
const issuable = (its: Run, of = job): Issuable => ({ job: of, run: its, plan: planRun(of, its) });
const [reach] = run.reaches as [Reach];
const changes = (next: Run, of = job) => changesBetween(issuable(run), issuable(next, of), 'metric');
const bodyOf = (its: Run, before?: RevisionBody): { body: RevisionBody; changes: string[] } => {
  const made = issueOf(job, its, before);
  if ('errors' in made) throw new Error(made.errors[0]?.message);
  return made;
};

describe('what changed, in sentences', () => {
  test('nothing says nothing; names, papers and units of a job are no change of plan', () => {
    expect(changes(run)).toEqual([]);
    expect(changes(run, { ...job, name: 'Other', units: 'us', rates: { ...job.rates, dig: 99 } })).toEqual([]);
  });
  test.each<[string, Partial<Run>, string]>([
    ['a width', { reaches: [{ ...reach, bottomWidth: 0.8 }] }, 'Reaches from 0.0 m, bottom width: 0.8, was 0.6'],
    ['a wall', { reaches: [{ ...reach, left: { kind: 'batter', ratio: 1 } }] }, 'Reaches from 0.0 m, left, kind: batter, was vertical'],
    [
      'a ground level',
      { stations: run.stations.map((one, i) => (i === 0 ? { ...one, ground: 10.2 } : one)) },
      'Stations at 0.0 m, ground: 10.2, was 10',
    ],
    [
      'one more level',
      { stations: [...run.stations.slice(0, 1), { station: 12, ground: 10 }, ...run.stations.slice(1)] },
      'Stations at 12.0 m: added',
    ],
    [
      'a chamber',
      { structures: [{ id: 'c', name: 'C1', kind: 'chamber', station: 10, diameter: 1, tail: 0, pit: blankPit(2, 2, 0.3) }] },
      'Structures C1: added',
    ],
    ['the spoil', { spoil: { ...run.spoil, setback: 1.5 } }, 'Spoil, setback: 1.5, was 0.61'],
  ])('%s', (_, change, sentence) => expect(changes({ ...run, ...change })).toContain(sentence));
  test('what comes of it is told first, and a rule by its name', () => {
    expect(changes({ ...run, reaches: [{ ...reach, bedding: 0.2 }] })[0]).toBe('Deepest: 1.30 m at 0.0 m, was 1.20 m at 0.0 m');
    const stricter = { ...job, overrides: [{ rule: 'spoilSetback' as const, value: 1, by: 'client', reason: 'house rule' }] };
    expect(changes(run, stricter)[0]).toBe('Overrides no. 1: added');
  });
  test('many are counted after forty', () => {
    const many = { ...run, stations: Array.from({ length: 90 }, (_, i) => ({ station: (30 * i) / 89, ground: 10 })) };
    const told = changes(many);
    expect([told.length, told.at(-1)]).toEqual([41, 'and 48 more']);
  });
});

describe('an issued copy', () => {
  test('holds inputs, rules and tables, and says what changed since the last', () => {
    const first = bodyOf({ ...run, reaches: [{ ...reach, protection: 'shield', kit: 'box-medium', panel: 0.1 }] });
    expect(first).toMatchObject({ changes: ['First issue'], body: { kits: [{ id: 'box-medium' }], rules: { id: 'US' } } });
    expect(bodyOf(run, first.body).changes).toContain('Reaches from 0.0 m, protection: none, was shield');
    expect(bodyOf(run, bodyOf(run).body).changes).toEqual(['Nothing changed']);
  });
  test('of a plan that says STOP has what it was issued with in spite of, until it is mended', () => {
    const standing = levelRun({ length: 30, depth: 2, soil: 'C', entry: true });
    const stop = expect.stringMatching(/^Issued with a STOP: Unprotected at 2\.00 m deep.*, 0\.0 m to 30\.0 m$/) as string;
    const first = bodyOf(standing);
    expect(first.changes).toEqual(['First issue', stop]);
    expect(bodyOf(standing, first.body).changes).toEqual(['Nothing changed', stop]);
    const mended = levelRun({ length: 30, depth: 2, soil: 'C', entry: false });
    expect(bodyOf(mended, first.body).changes.filter((told) => told.includes('STOP'))).toEqual([]);
  });
  test('says no more than a file holds, however much there is', () => {
    const searched = { result: 'notFound', depth: 1.4, note: '' } as const;
    const lines = Array.from({ length: 60 }, (_, i) => ({
      ...blankExisting(`Line ${i}`, 0.4 * (i + 1), `x${i}`),
      kind: 'fuel' as const,
      exposures: [{ ...searched, at: '2026-11-02T08:00:00Z', by: 'crew' }],
    }));
    const stopped = bodyOf({ ...run, existing: lines } as Run);
    expect(stopped.changes).toEqual([
      'First issue',
      ...Array(30).fill(expect.stringContaining('Issued with a STOP: ')),
      expect.stringMatching(/^and \d+ more$/),
    ]);
    const rules = Object.fromEntries(
      Object.keys(stopped.body.rules).map((key) => [key, { value: -1, basis: '' }]),
    ) as unknown as RevisionBody['rules'];
    const again = bodyOf({ ...run, existing: lines.map((line) => ({ ...line, size: line.size + 0.01 })) } as Run, {
      ...stopped.body,
      rules,
    });
    expect(again.changes).toHaveLength(26 + 41 + 31);
  });
  test('is not made of a run that cannot be dug', () => expect(issueOf(job, withInverts(run, 99, 99), undefined)).toHaveProperty('errors'));
  test('through JSON with its keys in another order it has the same text, and gives the same numbers', () => {
    fc.assert(
      fc.property(anyDig, ({ job: its, run: one }) => {
        const made = issueOf(its, one, undefined);
        if ('errors' in made) return;
        const stored = JSON.parse(JSON.stringify(keysTurned(made.body))) as RevisionBody;
        expect(bodyText(stored)).toBe(bodyText(made.body));
        const plan = planRun(stored.job, stored.run);
        expect(sameJson(figuresOf(plan), stored.figures)).toBe(true);
        expect(drift(stored, { plan, rules: stored.rules }, 'metric')).toEqual([]);
        expect(issuedErrors(stored)).toEqual([]);
      }),
      { numRuns: 15 },
    );
  });
  test('holds what was seen before it was issued, and has it still where it is read', () => {
    const line: ExistingLine = { ...blankExisting('Fuel', 15, 'x1'), kind: 'fuel' };
    const found = { result: 'found', station: 15, cover: 0.6, size: 0.05, kind: 'fuel', seen: 1, note: '' } as const;
    const of = { ...run, existing: [line] };
    const exposed = { kind: 'exposure', line: 'x1', name: 'Fuel', where: line.where, record: found } as const;
    const seen = observedRun(of, [bookEntry(exposed), bookEntry({ kind: 'steps', hidden: ['x1'], seen: [], done: 2 })]);
    const { body } = bodyOf(seen);
    expect(upgradeIssued(body).run).toEqual(seen);
    expect(changesBetween({ ...upgradeIssued(body), plan: planRun(job, upgradeIssued(body).run) }, issuable(seen), 'metric')).toEqual([]);
    expect(issuedErrors(body)).toEqual([]);
  });
  test('whose inputs are none says where', () => {
    const { body } = bodyOf(run);
    expect(issuedErrors({ ...body, run: omit(body.run, 'stations') })).toMatchObject([{ field: 'run.stations' }]);
    expect(issuedErrors({ job: 7, run: [] })).toHaveLength(2);
    expect(issuedErrors({ job: {}, run: { existing: [3] } }).map(({ field }) => field)).toEqual(
      expect.arrayContaining(['job.name', 'run']),
    );
  });
  test('that a later program works out differently says what, and so does the next issue of the same inputs', () => {
    const boxed = { ...run, reaches: [{ ...reach, protection: 'shield', kit: 'box-medium', panel: 0.1 } as const] };
    const { body } = bodyOf(boxed);
    const [kit] = body.kits;
    const before: RevisionBody = {
      ...body,
      figures: {
        ...body.figures,
        // In the last digits, and elsewhere as deep: the same.
        length: body.figures.length + 1e-9,
        deepest: { ...body.figures.deepest, station: 7 },
        volumes: { ...body.figures.volumes, trench: 20 },
      },
      // A rule that came since is in none of them; words of where one comes from are no number.
      rules: { ...omit(body.rules, 'spadeDepth'), spoilSetback: { value: 0.5, basis: 'older words' } } as RevisionBody['rules'],
      kits: [{ ...(kit as ShieldKit), depth: 2, hire: 1 }],
    };
    const told = ['Figures, volumes, trench: 28.8, was 20', 'Rules, spoil setback: 0.61, was 0.5', 'Supports, box-medium, depth: 4, was 2'];
    const plan = planRun(body.job, body.run);
    expect(drift(before, { plan, rules: body.rules }, 'metric')).toEqual(told);
    expect(drift(body, { plan, rules: body.rules }, 'metric')).toEqual([]);
    expect(bodyOf(boxed, before).changes).toEqual(told);
    const gone = { ...body, kits: [...body.kits, { ...(kit as ShieldKit), id: 'box-gone' }] };
    expect(drift(gone, { plan, rules: body.rules }, 'metric')).toEqual([expect.stringMatching(/^Supports, box-gone: none any more/)]);
  });
  test('every run of the demonstration can be issued', () => {
    for (const one of demoFile.runs) expect(issueOf(demoFile.job, one, undefined)).toHaveProperty('body');
  });
});

test('work done under a plan is no change of it', () => {
  const job = blankJob('Yard', 'UK');
  const run = levelRun({ length: 20 });
  const of = (more: Partial<Run>) => ({ job, run: { ...run, ...more }, plan: planRun(job, run) });
  const done = { clearing: [{ hidden: ['x1'], seen: [], done: 2 }], haunched: [{ from: 0, to: 20, ok: true }] };
  expect(changesBetween(of({}), of(done), 'metric')).toEqual([]);
  expect(changesBetween(of({}), of({ name: 'Another' }), 'metric')).toHaveLength(1);
});

describe('what of a job a plan hangs on', () => {
  /** Another job altogether, with what plans hang on of this one. */
  const other = (its: Job): Job => ({
    ...blankJob('Elsewhere', its.ruleSet, its.units),
    origin: { lat: 10, lon: 20 },
    pace: { ...its.pace, shift: 5 },
    rates: { ...its.rates, crew: 1, dig: 2, waste: 0.5 },
    ...plannedBy(its),
  });
  test('is all there is: no paper, price, pace or name makes another plan', () => {
    for (const one of demoFile.runs) expect(planRun(other(demoFile.job), one)).toEqual(planRun(demoFile.job, one));
    fc.assert(
      fc.property(anyDig, ({ job: its, run: one }) => expect(tryPlan(other(its), one)).toEqual(tryPlan(its, one))),
      { numRuns: times(15) },
    );
  });
  test.each<[keyof Job, Partial<Job>]>([
    ['buckets', { buckets: [0.9] }],
    ['separations', { separations: [{ between: ['water', 'power'], value: 0.9, upper: null, by: 'client', reason: 'theirs' } as never] }],
    ['owners', { owners: [{ id: 'own-o', name: 'Town water' } as never] }],
  ])('%s changed are told, and issued anew', (_, change) => expect(changes(run, { ...job, ...change })).not.toEqual([]));
});
