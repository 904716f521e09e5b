import { demoFile } from '../demo';
import type { Run } from '../job';
import { orderOf } from '../order';
import { planRun } from '../plan/plan';
import { refusal } from '../testing';
import { pricesFrom, readOrderCsv, writeOrderCsv } from '.';

const { job, runs } = demoFile;

test.each(runs.map((run) => [run.name, run] as const))('%s: the order read back is the order written', (_, run) => {
  const { items } = orderOf(job, run, planRun(job, run));
  const lines = readOrderCsv(writeOrderCsv(job, items));
  expect(lines.map(({ id, group, what, unit, packs, basis }) => ({ id, group, what, unit, packs, basis }))).toEqual(
    items.map(({ id, group, what, unit, packs, basis }) => ({ id, group, what, unit, packs, basis })),
  );
  lines.forEach((line, i) => {
    for (const key of ['net', 'order', 'mass', 'price', 'cost'] as const) expect(line[key]).toBeCloseTo(items[i]?.[key] ?? NaN, 5);
  });
});

describe('prices that come back', () => {
  const run = runs[0] as Run;
  const { items } = orderOf(job, run, planRun(job, run));
  const csv = writeOrderCsv(job, items);
  test('only those that were changed are taken, those of lines that are not there are not', () => {
    const filled = csv.replace(/^(line\.drain-160,.*,m,.*),12,/m, '$1,13.5,').replace('bed.granular', 'bed.unknown');
    expect(pricesFrom(readOrderCsv(filled), items)).toEqual([{ item: 'line.drain-160', price: 13.5 }]);
  });
  test('what is no order, or no number, is refused in a sentence', () => {
    expect(refusal(() => readOrderCsv('a,b\n1,2\n'))).toMatch(/This is no order: the column “id” is missing/);
    expect(refusal(() => readOrderCsv(csv.replace(/,12,/, ',twelve,')))).toMatch(/“twelve” is no price/);
    expect(refusal(() => readOrderCsv('id,order,price\n'))).toMatch(/There is no line in this order/);
  });
});
