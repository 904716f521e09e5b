import { fireEvent, screen } from '@testing-library/react';
import { FORM_LIFE } from '../../data/useFormDraft';
import { choose, press, type } from '../../testing/benches';
import { box, drain } from '../../testing/protection';
import { onSite } from '../../testing/site';
import { BookTab } from './BookTab';
import { EnterTab } from './EnterTab';
import { momentAt, usualEnd } from './InspectionCard';
import { StandsTab } from './StandsTab';

beforeEach(() => localStorage.clear());

const kindsOf = (seen: ReturnType<typeof onSite>): string[] => (seen.book ?? []).map(({ entry }) => entry.fact.kind);
const lastFact = (seen: ReturnType<typeof onSite>): unknown => seen.book?.at(-1)?.entry.fact;
const both = (
  <>
    <StandsTab />
    <EnterTab />
  </>
);

test('a shift ends today, or tomorrow where that has passed; nonsense is no time', () => {
  const now = new Date(2026, 10, 2, 9, 30);
  expect(momentAt('17:00', now)).toBe(new Date(2026, 10, 2, 17).toISOString());
  expect(momentAt('6.15', now)).toBe(new Date(2026, 10, 3, 6, 15).toISOString());
  expect([momentAt('late', now), momentAt('25:00', now)]).toEqual([undefined, undefined]);
  expect([usualEnd(now), usualEnd(new Date(2026, 10, 2, 22))]).toEqual(['17:00', '06:00']);
});

/** Four boxes come and stand from the start: 12 m of drain. */
function fourBoxes(): void {
  type('Your role or name', 'foreman');
  type('How many came', '4');
  press('They came');
  press('4 stand there');
}
function signAll(): void {
  press(/^I looked: the other/);
  type('Shift ends', usualEnd(new Date()));
  press('Sign the inspection');
}

test('boxes come, stand and are inspected: open in the middle ones only, and rain shuts it', () => {
  const seen = onSite(both, drain(box));
  expect(screen.getAllByLabelText(/^Safe to enter: SHUT/)).toHaveLength(2);
  press('They stand there');
  expect(screen.getByText(/4 pieces go there and none is free/)).toBeTruthy();
  press('Sign the inspection');
  expect(screen.getByText('Say who inspected: the competent person’s name or role.')).toBeTruthy();
  fourBoxes();
  press('Sign the inspection');
  expect(screen.getByText(/questions are not answered/)).toBeTruthy();
  signAll();
  expect(seen.gate?.where.map(({ from, to }) => [from, to])).toEqual([[3, 9]]);
  expect(screen.getAllByText(/^Open from 3\.0 m to 9\.0 m, until/)).toHaveLength(1);
  press('It rained');
  expect(seen.gate?.open).toBe(false);
  expect(kindsOf(seen)).toEqual(['delivered', 'standing', 'inspection', 'happening']);
});

test('the last box moved on by one press shuts what it uncovers; a look opens it where it stands now', () => {
  const seen = onSite(both, { ...drain(box), stations: drain(box).stations.map((one, i) => (i === 0 ? one : { ...one, station: 24 })) });
  type('Stand to', '12 m');
  fourBoxes();
  signAll();
  expect(seen.gate?.where).toMatchObject([{ from: 3, to: 9 }]);
  press('Move Box 1 on, to 12.0 m');
  expect(seen.gate?.where).toMatchObject([{ from: 6, to: 9 }]);
  press('I looked: as inspected');
  expect(seen.gate?.where).toMatchObject([{ from: 6, to: 12 }]);
  press('Move Box 2 on, to 15.0 m');
  expect(lastFact(seen)).toMatchObject({ kind: 'standing', pieces: [{ from: 15, to: 18 }] });
});

test('a piece that does not stand cannot be taken out twice, and one put right is struck out in the book', () => {
  const seen = onSite(
    <>
      <StandsTab />
      <EnterTab />
      <BookTab />
    </>,
    drain(box),
  );
  fourBoxes();
  fireEvent.click(screen.getAllByText('Taken out')[0] as HTMLElement);
  expect(lastFact(seen)).toMatchObject({ kind: 'takenOut' });
  expect(screen.getByText(/^Box 1: taken out/)).toBeTruthy();
  expect(screen.getByText(/^4 came, 0 gone back; 4 on site, 1 of them/)).toBeTruthy();
  fireEvent.click(screen.getByLabelText(/^Put right: 1 piece taken out/));
  type('What is wrong with it', 'it was box 2');
  press('It was wrong');
  expect(screen.getByText(/^Box 1: not known/)).toBeTruthy();
  expect(screen.getByText(/said to be wrong later/)).toBeTruthy();
});

test('a half-answered inspection stands again after a reload; what was answered hours ago does not', () => {
  const { unmount } = onSite(<EnterTab />, drain(box));
  choose('No water stands or runs in; the pump works', 'Yes');
  unmount();
  const open = () => {
    type('Your role or name', 'foreman');
    press('Sign the inspection');
    return screen.getByText(/questions are not answered/).textContent;
  };
  const again = onSite(<EnterTab />, drain(box));
  const asked = screen.getAllByText('Yes').length;
  expect(open()).toBe(`${asked - 1} questions are not answered.`);
  again.unmount();
  jest.spyOn(Date, 'now').mockReturnValue(Date.now() + FORM_LIFE);
  onSite(<EnterTab />, drain(box));
  expect(open()).toBe(`${asked} questions are not answered.`);
  jest.restoreAllMocks();
});

test('a no asks what is wrong, goes into the book and keeps the gate shut', () => {
  const seen = onSite(both, drain(box));
  fourBoxes();
  choose('No water stands or runs in; the pump works', 'No');
  type('What is wrong: water', 'pump blocked');
  // The rest need not be answered first: what is wrong is said at once.
  press('Sign the inspection');
  expect(lastFact(seen)).toMatchObject({ kind: 'inspection', items: [{ id: 'water', ok: false, note: 'pump blocked' }] });
  expect(screen.getByText('Found wanting: No water stands or runs in; the pump works')).toBeTruthy();
  expect(screen.getByText('pump blocked')).toBeTruthy();
  expect(seen.gate?.open).toBe(false);
});

test('inspected backwards, for thirty hours, with a name too long or an event note too long: a sentence, and the text stays', () => {
  const seen = onSite(<EnterTab />, drain(box));
  type('Inspected from', '10 m');
  type('Inspected to', '2 m');
  expect(screen.getByText('It ends where it begins or before; give the greater station second.')).toBeTruthy();
  type('Your role or name', 'x'.repeat(130));
  press('It rained');
  expect(screen.getByText('Keep it under 120 characters.')).toBeTruthy();
  type('Your role or name', 'foreman');
  type('What was seen', 'y'.repeat(400));
  press('It rained');
  expect(screen.getByText('Keep it under 300 characters.')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('What was seen', { selector: 'input' }).value).toHaveLength(400);
  expect(seen.book).toEqual([]);
});

test('shores: first the can, then set by set in the gauge’s own units, and one that falls is told before it is entered', () => {
  const seen = onSite(both, drain({ soil: 'B', protection: 'shores', kit: 'shores-light', panel: 0.06 }));
  type('Your role or name', 'foreman');
  expect(screen.getByText('No set of shores stands')).toBeTruthy();
  type('How many came', '6');
  press('They came');
  press(/stand there$/);
  type('Pressure: 5 MPa, 50 bar, 720 psi', '50 bar');
  press('Add the reading');
  press('Enter the hold test');
  expect(screen.getByText(/Read it twice at least/)).toBeTruthy();
  type('Minute', '0');
  type('Pressure: 5 MPa, 50 bar, 720 psi', '5');
  press('Add the reading');
  expect(screen.getByText('The readings follow each other: give a later minute.')).toBeTruthy();
  type('Minute', '5');
  type('Pressure: 5 MPa, 50 bar, 720 psi', '725 psi');
  press('Add the reading');
  expect(screen.getByText('Holds')).toBeTruthy();
  press('Enter the hold test');
  expect(screen.getByText(/Try the pump can first/)).toBeTruthy();
  press('The can is in order');
  press('Enter the hold test');
  expect(kindsOf(seen)).toEqual(['delivered', 'standing', 'can', 'pressure']);
  for (const [minute, pressure] of [
    ['0', '5'],
    ['5', '4000 kPa'],
  ] as const) {
    type('Minute', minute);
    type('Pressure: 5 MPa, 50 bar, 720 psi', pressure);
    press('Add the reading');
  }
  expect(screen.getByText(/^Does not hold: it fell from/)).toBeTruthy();
  press('Enter the hold test');
  expect(lastFact(seen)).toMatchObject({ kind: 'pressure', readings: [{ pressure: 5e6 }, { pressure: 4e6 }] });
});

test('air is read along the hole: one reading does not speak for 12 m, a bad one is entered as it is', () => {
  const run = drain(box);
  const seen = onSite(<EnterTab />, { ...run, conditions: { ...run.conditions, badAir: true } });
  type('Your role or name', 'foreman');
  const read = (station: string, oxygen: string) => {
    for (const [gas, value] of [
      ['Read at station', station],
      ['Oxygen, %', oxygen],
      ['Flammable, % of limit', '0'],
      ['Hydrogen sulphide, ppm', '0'],
      ['Carbon monoxide, ppm', '3'],
    ] as const)
      type(gas, value);
    press('Add this reading');
  };
  read('6 m', '20.9');
  press('Enter the air test');
  expect(screen.getByText(/One reading does not speak for 12\.00 m: read at least every 6\.00 m, 2 times here/)).toBeTruthy();
  expect(seen.book).toEqual([]);
  read('11 m', '19');
  expect(screen.getByText('11.0 m: bad air: oxygen 19 %, at least 19.5 %')).toBeTruthy();
  press('Enter the air test');
  expect(lastFact(seen)).toMatchObject({ kind: 'air', points: [{ station: 6 }, { station: 11, oxygen: 0.19 }] });
});
