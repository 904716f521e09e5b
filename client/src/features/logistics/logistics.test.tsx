import { designsOf, gradeSheet } from '@tamper/core/dig';
import { formatLength } from '@tamper/core/units';
import { randomUUID } from 'node:crypto';
import { fireEvent, screen, within } from '@testing-library/react';
import { machineOf, planRun, type Run, readerOf, say } from '@tamper/core';
import { orderOf } from '@tamper/core/order';
import { demoFile } from '@tamper/core/demo';
import { machines } from '@tamper/core/catalogue';
import { liftChecks } from '@tamper/core/machine';
import { carrySpoil, spoilCells } from '@tamper/core/spoil';
import { timelineOf, programmeInputs } from '@tamper/core/studies/programme';
import { Gantt } from '../../drawing/Gantt';
import { LiftPlot } from '../../drawing/LiftPlot';
import { SpoilPlan } from '../../drawing/SpoilPlan';
import { onPage } from '../../testing/benches';
import { onLogistics } from '../../testing/logistics';
import { OwnMachines } from './OwnMachines';
import { packDocument } from './packDocument';
import { Stretches } from './Stretches';
import { amount, money } from './units';

Object.defineProperty(globalThis.crypto, 'randomUUID', { value: randomUUID });

const { job: demo, runs } = demoFile;
const outfall = runs[3] as Run;

const type = (label: string, text: string) => fireEvent.change(screen.getByLabelText(label), { target: { value: text } });

test('a stretch is added at the cursor, moved, given its reason, refused off the run, and taken out', () => {
  const seen = onLogistics(<Stretches list="byHand" title="By hand" word="why" blank="No room" />);
  fireEvent.click(screen.getByLabelText('Add: By hand'));
  expect(seen.run.logistics.byHand).toMatchObject([{ from: 10, to: 12, why: 'No room' }]);
  type('By hand to', '20');
  type('Why', 'Under the eaves');
  expect(seen.run.logistics.byHand).toMatchObject([{ from: 10, to: 20, why: 'Under the eaves' }]);
  type('By hand to', '900');
  expect(screen.getByText(/lies off the run/)).toBeTruthy();
  expect(seen.run.logistics.byHand[0]?.to).toBe(20);
  fireEvent.click(screen.getByLabelText('Take out: By hand 1'));
  expect(seen.run.logistics.byHand).toEqual([]);
});

test('a machine like another is entered, measured, and refused where it could not be', () => {
  const seen = onLogistics(<OwnMachines />);
  fireEvent.click(screen.getByText('Enter a machine like it'));
  const [own] = seen.job.machines;
  expect(own).toMatchObject({ name: '1.7 t class (own)', mass: 1700 });
  type('Stick, pin to pin', '1.4');
  expect(seen.job.machines[0]?.arm.stick).toBe(1.4);
  type('Bucket, m³ a m of width', '0');
  expect(screen.getByText('A bucket holds something.')).toBeTruthy();
  expect(seen.job.machines[0]?.bucketArea).toBe(0.1);
});

test('amounts as people say them', () => {
  expect(amount(31.03, 'm3', 'metric')).toBe('31.0 m³');
  expect(amount(1, 'day', 'metric')).toBe('1 day');
  expect(amount(12.345, 'hour', 'us')).toBe('12.3 hours');
  expect(money(12345.6, '£')).toBe('£ 12,346');
});

test('the pack holds every finding, every drawing and every item, with the total of the order', () => {
  const plan = planRun(demo, outfall);
  const order = orderOf(demo, outfall, plan);
  const designs = designsOf(demo, outfall, plan.places);
  const rows = gradeSheet({ run: outfall, places: plan.places, windows: plan.handWindows, designs }, 5);
  const pack = JSON.stringify(packDocument(demo, outfall, plan, order, [{ title: 'Plan', svg: '<svg/>' }], '26 Nov 2026'));
  for (const finding of plan.findings) expect(pack).toContain(JSON.stringify(say(finding, readerOf(demo)).what).slice(1, -1));
  for (const { what, cost } of order.items) {
    expect(pack).toContain(what);
    expect(pack).toContain(money(cost, demo.rates.currency));
  }
  expect(pack).toContain(money(order.total, demo.rates.currency));
  expect(pack).toContain('"svg":"<svg/>"');
  for (const { bottom } of rows) expect(pack).toContain(formatLength(bottom, demo.units, 'level'));
});

describe('drawings say in words what they show', () => {
  const plan = planRun(demo, outfall);
  test('days by row and piece', () => {
    const order = orderOf(demo, outfall, plan);
    const inputs = programmeInputs(demo, outfall, plan, order);
    const { bars, hours } = timelineOf(inputs, () => 1, []);
    onPage(<Gantt bars={bars} pieces={inputs.pieces} shift={8} hours={hours} width={360} done={{ dig: [{ from: 0, to: 10 }] }} />);
    const drawing = screen.getByRole('img', { name: `Work by day: ${Math.ceil(hours / 8)} days, 6 pieces` });
    // Of what was dug a black line lies under the bars, as long as what was done of each.
    const dug = bars.filter(({ stage, piece }) => stage === 'dig' && (inputs.pieces[piece]?.from ?? 10) < 10).length;
    expect(drawing.querySelectorAll('rect')).toHaveLength(bars.length + dug);
    expect(within(drawing).getAllByText('Protect').length).toBeGreaterThan(0);
  });
  test('a lift from above: what it may lift over the blade and over the side', () => {
    const [check] = liftChecks(demo, outfall, plan.profile, plan.supports, planMachine());
    if (!check) throw new Error('nothing to lift');
    onPage(<LiftPlot machine={planMachine()} check={check} units="metric" width={300} height={260} />);
    const [drawing] = screen.getAllByRole('img');
    expect(drawing?.getAttribute('aria-label')).toMatch(
      /^Lifting \d+ kg from above: may lift .*over the blade \d+ kg at .*over the side \d+ kg at/,
    );
  });
  test('spoil: what is carried on and what goes off site', () => {
    const roomy = { ...outfall, spoil: { ...outfall.spoil, corridorLeft: 20 } };
    const cells = spoilCells(roomy, planRun(demo, roomy).profile, planRun(demo, roomy).pits, machines.t5.arm);
    const carried = carrySpoil(cells, roomy.logistics, demo.rates);
    onPage(<SpoilPlan run={roomy} plan={planRun(demo, roomy)} carried={carried} units="metric" width={360} height={240} cursor={5} />);
    expect(screen.getByRole('img', { name: 'Spoil plan: 0.0 m³ carried along, 0.0 m³ off site' })).toBeTruthy();
  });
});

const planMachine = () => machineOf(demo);
