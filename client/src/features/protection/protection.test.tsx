import { screen } from '@testing-library/react';
import { choose, field, press, type } from '../../testing/benches';
import { box, drain, onProtection } from '../../testing/protection';
import type { Job, Run } from '@tamper/core';
import type { MendsOf } from '../../workers/useMends';
import { SupportsTab } from './SupportsTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';

jest.mock('../../workers/useMends', () => ({
  ...jest.requireActual<object>('../../workers/useMends'),
  useMends: (inputs: { job: Job; run: Run }, what: MendsOf) =>
    jest.requireActual<typeof import('../../testing/benches')>('../../testing/benches').mendsFor(inputs.job, inputs.run, what),
}));

beforeEach(() => localStorage.clear());

jest.mock('./lazySoilForm', () => jest.requireActual<object>('./SoilForm'));

test('a soil test follows its answers, is signed, and a claim better than it stops with the fix', () => {
  const seen = onProtection(<SoilTab />, drain({ soil: 'A', ...box }));
  press('Test the ground');
  expect(screen.getByText('So far: type C')).toBeTruthy();
  type('Reading as shown', 'hard');
  press('Add the reading');
  expect(screen.getByText(/“hard” is not a strength/)).toBeTruthy();
  type('Reading as shown', '75 kPa');
  press('Add the reading');
  type('Longest ribbon rolled, empty if not tried', '60');
  for (const look of [
    'Cracks in the face or behind the lip?',
    'Dug before, or filled?',
    'Traffic, piling or trains shaking it?',
    'Layers dipping into the cut, 4:1 or steeper?',
  ])
    choose(look, 'No');
  press('Water in the face or the floor: Not looked');
  press('Dry');
  expect(screen.getByText('So far: type B')).toBeTruthy();
  type('Layer to, down', '-3');
  press('Sign the test');
  expect(field('Layer to, down').value).toBe('-3');
  expect(seen.book).toEqual([]);
  type('Layer to, down', '3');
  type('Tested by', 'foreman');
  press('Sign the test');
  expect(seen.book[0]?.fact).toMatchObject({
    kind: 'soil',
    material: 'clay',
    ribbon: 0.06,
    water: 'dry',
    fissured: false,
    strength: { readings: [75e3] },
  });
  expect(screen.getByText('STOP: Planned as type A; the tests show type B')).toBeTruthy();
  press('Plan for type B');
  expect(seen.run.reaches[0]?.soil).toBe('B');
});

test('the kit lists what comes and in what order; an own table is entered and chosen', () => {
  const seen = onProtection(<SupportsTab />, drain({ protection: 'shield' }));
  expect(screen.queryByText('Boxes standing at once')).toBeNull();
  press('Enter a table like it');
  type('Name of the supports', 'Yard box');
  type('Rated to', '3');
  type('Base height', '2.4');
  press('By the table of: Not settled');
  press(/^Yard box · /);
  expect(seen.run.reaches[0]).toMatchObject({ kit: seen.job.kit[0]?.id, panel: 0.06, supportWidths: { least: 0.7, most: 1.5 } });
  expect(screen.getByText('Boxes standing at once')).toBeTruthy();
  expect(screen.getByText('Ways out and edges')).toBeTruthy();
  type('Comes through at', '1e-4');
  type('Water at station', '0');
  type('Level of the water', '9.5');
  press('Add the water level');
  expect(screen.getByText(/wellpoints or a deeper well/)).toBeTruthy();
});

test('boxes in too short a trench to leave their ends open: laid back, what that digs is said', () => {
  const { stations, ...rest } = drain(box);
  const seen = onProtection(<SupportsTab />, { ...rest, stations: stations.map((one) => ({ ...one, station: one.station / 2 })) });
  choose('Its ends are', 'Laid back');
  expect(seen.run.reaches[0]?.endsBack).toBe(true);
  // 2 m deep in type C, 1½ to 1, 1.1 m dug wide: ½ × 1.5 × 2² × 1.1 at each end.
  expect(screen.getByText('6.6 m³ more to dig and to fill at the two ends.')).toBeTruthy();
  choose('Its ends are', 'Closed with panels');
  expect(screen.queryByText(/more to dig and to fill/)).toBeNull();
});

test('steps are shown one after another; out of turn is refused with why, and costs in practice', () => {
  onProtection(<StepsTab />, drain(box));
  press('Next step');
  press('Next step');
  expect(screen.getByText('Step 2 of 13')).toBeTruthy();
  press(/^8\. Go in and make the bed/);
  expect(screen.getByText('Not now: Nobody goes in before the inspection: the gate is shut.')).toBeTruthy();
  choose('How', 'Practise the order');
  press(/^Lay and joint the line/);
  expect(screen.getByText(/^Not now: A line on bare ground/)).toBeTruthy();
  for (const next of [
    /^Set out/,
    /^Dig ahead/,
    /^Lower the box/,
    /^Dig inside/,
    /^Fill the gaps/,
    /^Lower a ladder/,
    /^The competent/,
    /^Go in and/,
    /^Lay and/,
    /^Fill round/,
    /^Everybody out/,
    /^Draw the box/,
    /^Draw it out/,
  ])
    press(next);
  expect(screen.getByText('Done, 92.9 % of the picks right')).toBeTruthy();
});
