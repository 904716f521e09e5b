import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { fallingRun, planRun, type JobFile, type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';

const plan = (input: string) =>
  spawnSync(process.execPath, ['--import', 'tsx', join(__dirname, 'plan.ts'), '-'], {
    input,
    encoding: 'utf8',
    cwd: join(__dirname, '../..'),
  });

test('prints the plans of a job file as the core makes them', () => {
  const result = plan(JSON.stringify(demoFile));
  expect(result.status).toBe(0);
  const plans = demoFile.runs.map((run) => planRun(demoFile.job, run));
  expect(JSON.parse(result.stdout)).toEqual({ job: demoFile.job.name, plans: JSON.parse(JSON.stringify(plans)) as unknown });
});

test('what its book has of a line is in the plan', () => {
  const [first] = demoFile.runs as [Run];
  const [line] = first.existing as [Run['existing'][number]];
  const record = { result: 'found', station: 36, cover: 0.6, size: 0.063, kind: line.kind, seen: 1, note: '' };
  const fact = { kind: 'exposure', line: line.id, name: line.name, where: line.where, record };
  const entry = { id: crypto.randomUUID(), author: 'ganger', device: 'd1', count: 0, known: 0, at: '2026-11-02T07:00:00Z', clock: 0, fact };
  const { stdout } = plan(JSON.stringify({ ...demoFile, runs: [first], book: [{ run: 0, entry }] }));
  const [made] = (JSON.parse(stdout) as { plans: { existing: { coverMin: number; evidence: string }[] }[] }).plans;
  expect(made?.existing[0]).toMatchObject({ coverMin: 0.6, evidence: 'exposed' });
});

test('bad input ends with code 2 and a sentence for each field', () => {
  const [first, second] = demoFile.runs as [Run, Run];
  const bad = {
    ...demoFile,
    runs: [
      { ...first, laid: [] },
      { ...second, surface: 7 },
    ],
  };
  const result = plan(JSON.stringify(bad));
  expect(result.status).toBe(2);
  expect(result.stdout).toBe('');
  expect(
    result.stderr
      .trim()
      .split('\n')
      .map((line) => line.split(':')[0]),
  ).toEqual(['runs[0].laid', 'runs[1].surface']);
});

test('a run that cannot be dug names the run and the field', () => {
  const [first] = demoFile.runs as [Run];
  const file: JobFile = { ...demoFile, runs: [{ ...first, ...fallingRun(first, 9, 2) }] };
  const result = plan(JSON.stringify(file));
  expect(result.status).toBe(2);
  expect(result.stderr).toMatch(/^runs\[0\]\.inverts\[0\]\.invert: At 0\.0 m the invert 9\.000 m/);
});
