import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { demoFile, fallingRun, planRun, type JobFile, type Run } from '@tamper/core';

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
