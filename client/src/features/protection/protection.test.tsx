import { fireEvent, screen } from '@testing-library/react';
import { FORM_LIFE } from '../../data/useFormDraft';
import { choose, field, press, type } from '../../testing/benches';
import { box, drain, onProtection } from '../../testing/protection';
import type { Job, Run } from '@tamper/core';
import type { MendsOf } from '../../workers/useMends';
import { EnterTab } from './EnterTab';
import { momentAt, usualEnd } from './InspectionCard';
import { SupportsTab } from './SupportsTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';

jest.mock('../../workers/useMends', () => ({
  ...jest.requireActual<object>('../../workers/useMends'),
  useMends: (inputs: { job: Job; run: Run }, what: MendsOf) =>
    jest.requireActual<typeof import('../../testing/benches')>('../../testing/benches').mendsFor(inputs.job, inputs.run, what),
}));
jest.mock('../../data/useNow', () => ({ useNow: () => new Date().toISOString() }));

beforeEach(() => localStorage.clear());

test('a shift ends today, or tomorrow where that has passed; nonsense is no time', () => {
  const now = new Date(2026, 10, 2, 9, 30);
  expect(momentAt('17:00', now)).toBe(new Date(2026, 10, 2, 17).toISOString());
  expect(momentAt('6.15', now)).toBe(new Date(2026, 10, 3, 6, 15).toISOString());
  expect([momentAt('late', now), momentAt('25:00', now)]).toEqual([undefined, undefined]);
  expect([usualEnd(now), usualEnd(new Date(2026, 10, 2, 22))]).toEqual(['17:00', '06:00']);
});

test('the gate opens when every question is answered and signed, and rain shuts it', () => {
  const seen = onProtection(<EnterTab />, drain(box));
  expect(screen.getByLabelText(/^Safe to enter: SHUT/)).toBeTruthy();
  press('Sign the inspection');
  expect(screen.getByText('Say who inspected: the competent person’s name or role.')).toBeTruthy();
  type('Your role or name', 'foreman');
  press('Sign the inspection');
  expect(screen.getByText(/questions are not answered/)).toBeTruthy();
  for (const yes of screen.getAllByText('Yes')) fireEvent.click(yes);
  type('Shift ends', usualEnd(new Date()));
  press('Sign the inspection');
  expect(screen.getByLabelText('Safe to enter: OPEN')).toBeTruthy();
  expect(seen.book).toHaveLength(1);
  press('It rained');
  expect(screen.getByLabelText(/^Safe to enter: SHUT/)).toBeTruthy();
  expect(seen.book.map(({ fact: { kind } }) => kind)).toEqual(['inspection', 'happening']);
});

test('a half-answered inspection stands again after a reload; what was answered hours ago does not', () => {
  const { unmount } = onProtection(<EnterTab />, drain(box));
  choose('No water stands or runs in; the pump works', 'Yes');
  unmount();
  const open = () => {
    type('Your role or name', 'foreman');
    press('Sign the inspection');
    return screen.getByText(/questions are not answered/).textContent;
  };
  const again = onProtection(<EnterTab />, drain(box));
  const asked = screen.getAllByText('Yes').length;
  expect(open()).toBe(`${asked - 1} questions are not answered.`);
  again.unmount();
  jest.spyOn(Date, 'now').mockReturnValue(Date.now() + FORM_LIFE);
  onProtection(<EnterTab />, drain(box));
  expect(open()).toBe(`${asked} questions are not answered.`);
  jest.restoreAllMocks();
});

test('a no asks what is wrong, goes into the book and keeps the gate shut', () => {
  onProtection(<EnterTab />, drain(box));
  type('Your role or name', 'foreman');
  for (const yes of screen.getAllByText('Yes')) fireEvent.click(yes);
  choose('No water stands or runs in; the pump works', 'No');
  type('What is wrong: water', 'pump blocked');
  type('Shift ends', usualEnd(new Date()));
  press('Sign the inspection');
  expect(screen.getByText('Found wanting: No water stands or runs in; the pump works')).toBeTruthy();
  expect(screen.getByText('pump blocked')).toBeTruthy();
});

test('shores are read set by set, and one that falls is told before it is entered', () => {
  const seen = onProtection(<EnterTab />, drain({ soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 }));
  type('Your role or name', 'foreman');
  type('Pressure, MPa', '5');
  press('Add the reading');
  press('Enter the hold test');
  expect(screen.getByText(/Read it twice at least/)).toBeTruthy();
  type('Minute', '0');
  type('Pressure, MPa', '5');
  press('Add the reading');
  expect(screen.getByText('The readings follow each other: give a later minute.')).toBeTruthy();
  type('Minute', '5');
  type('Pressure, MPa', '4');
  press('Add the reading');
  expect(screen.getByText(/^Does not hold: it fell from/)).toBeTruthy();
  press('Enter the hold test');
  expect(seen.book[0]?.fact).toMatchObject({
    kind: 'pressure',
    place: 'r0',
    set: expect.stringMatching(/-1$/) as string,
    readings: [
      { minute: 0, pressure: 5e6 },
      { minute: 5, pressure: 4e6 },
    ],
  });
});

test('bad air is told while it is typed', () => {
  const seen = onProtection(<EnterTab />, drain(box));
  choose('Could the air be bad: fuel, sewage, peat, exhaust?', 'It could');
  type('Your role or name', 'foreman');
  for (const [gas, read] of [
    ['Oxygen, %', '19'],
    ['Flammable, % of limit', '0'],
    ['Hydrogen sulphide, ppm', '0'],
    ['Carbon monoxide, ppm', '3'],
  ] as const)
    type(gas, read);
  expect(screen.getByText('Bad air: oxygen 19 %, at least 19.5 %')).toBeTruthy();
  press('Enter the air test');
  expect(seen.book[0]?.fact).toMatchObject({ kind: 'air', oxygen: 0.19, monoxide: 3 });
});

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
