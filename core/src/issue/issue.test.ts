import { demoFile } from '../demo';
import { anyDig } from '../generators.testing';
import { blankJob, blankPit, sameJson, type Reach, type Run } from '../job';
import { planRun } from '../plan/plan';
import { keysTurned, levelRun, withInverts } from '../testing';
import fc from 'fast-check';
import { bodyText, changesBetween, figuresOf, issueOf, type Issuable, type RevisionBody } from '.';

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
  test('is not made of a run that cannot be dug', () => expect(issueOf(job, withInverts(run, 99, 99), undefined)).toHaveProperty('errors'));
  test('through JSON with its keys in another order it has the same text, and gives the same numbers', () => {
    fc.assert(
      fc.property(anyDig, ({ job: its, run: one }) => {
        const made = issueOf(its, one, undefined);
        if ('errors' in made) return;
        const stored = JSON.parse(JSON.stringify(keysTurned(made.body))) as RevisionBody;
        expect(bodyText(stored)).toBe(bodyText(made.body));
        expect(sameJson(figuresOf(planRun(stored.job, stored.run)), stored.figures)).toBe(true);
      }),
      { numRuns: 15 },
    );
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
