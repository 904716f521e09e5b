import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileOf } from './ahead';

jest.mock('expo-router/_ctx', () => ({ ctx: { keys: () => [] } }));

const routes = join(__dirname, '../../app');
const files = readdirSync(routes, { recursive: true }).flatMap((name) => (String(name).endsWith('.tsx') ? [`./${String(name)}`] : []));

test('an address leads to the file that names most of it', () => {
  expect(fileOf('/', files)).toBe('./index.tsx');
  expect(fileOf('/people', files)).toBe('./people.tsx');
  expect(fileOf('/jobs/1', files)).toBe('./jobs/[jobId]/index.tsx');
  expect(fileOf('/jobs/1/new-run', files)).toBe('./jobs/[jobId]/new-run.tsx');
  const run = './jobs/[jobId]/runs/[runId]';
  expect(fileOf('/jobs/1/runs/2', files)).toBe(`${run}/index.tsx`);
  expect(fileOf('/jobs/1/runs/2/dig/card', files)).toBe(`${run}/dig/[tab].tsx`);
  expect(fileOf('/jobs/1/runs/2/checks/risk/', files)).toBe(`${run}/checks/risk.tsx`);
  expect(fileOf('/jobs/1/runs/2/what/ever/it/is', files)).toBe(`${run}/[...place].tsx`);
});

test('every file of routes is found by an address made from its name; what no file names leads nowhere', () => {
  for (const file of files.filter((name) => !/_layout|not-found/.test(name))) {
    const address = file
      .replace(/^\.|\.tsx$/g, '')
      .replace(/\/index$/, '/')
      .replace(/\[[^\]]*\]/g, 'x');
    expect(fileOf(address, files)).toBe(file);
  }
  expect(fileOf('/nobody', files)).toBeUndefined();
  expect(fileOf('/jobs', files)).toBeUndefined();
});
