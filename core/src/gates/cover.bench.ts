import { bookEntry, levelRun } from '../testing';
import { blankJob } from '../job';
import { jointsExpected } from '../lay';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import type { Fact } from '../book';
import { readyToCover } from './cover';

const FRAME = 1000 / 60;
const LENGTH = 1000;

/** 1 km of drain with all of its record: the gate Ready to cover worked out anew. */
export function benchCover(): void {
  const job = blankJob('Bench', 'UK');
  const run = levelRun({ length: LENGTH, depth: 1.4 });
  const revision = '10000000-0000-4000-8000-000000000001';
  const plan = planRun(job, run);
  const line = run.laid[0]?.id ?? '';
  const named = { line, name: 'Drain', revision };
  const points = (...ids: string[]) => ids.map((id) => ({ id, ok: true, note: '' })) as never;
  const whole = { from: 0, to: LENGTH };
  const stations = Array.from({ length: LENGTH / 5 + 1 }, (_, i) => i * 5);
  const facts: Fact[] = [
    ...stations.map((station): Fact => ({ kind: 'bed', station, thickness: 0.2, revision, note: '' })),
    { kind: 'bedSeen', when: 'before', ...whole, points: points('clean', 'dry'), revision },
    { kind: 'laid', ...named, ...whole, points: points('order', 'clean') },
    ...jointsExpected(job, run).map((one, i): Fact => ({
      kind: 'joint',
      ...named,
      number: String(i + 1),
      station: one.station,
      made: { as: 'pushFit', home: true },
      certificate: null,
      replaces: null,
      note: '',
    })),
    { kind: 'bedSeen', when: 'after', ...whole, points: points('fallen', 'firm', 'haunch'), revision },
  ];
  const book = facts.map((fact) => bookEntry(fact));
  const revisions = [{ id: revision, number: 1, job, run, rules: resolveRules('UK'), plan }];
  const now = Date.now();
  readyToCover({ revisions, book, device: 'd1', heard: now, now, units: 'metric' });
  const start = performance.now();
  const ROUNDS = 5;
  for (let i = 0; i < ROUNDS; i++) readyToCover({ revisions, book, device: 'd1', heard: now, now, units: 'metric' });
  const each = (performance.now() - start) / ROUNDS;
  console.log(
    `Ready to cover of 1 km with ${book.length} entries: ${each.toFixed(1)} ms, ${((each / FRAME) * 100).toFixed(0)} % of a frame`,
  );
}
