import { blankClearance, blankJob, blankPinch, type Clearance, type Job, type Pinch } from '@tamper/core/job';
import { screen } from '@testing-library/react';
import { choose, field, onJob, press, type } from '../../testing/benches';
import { readOwn } from '../../store/own';
import { DatesCard } from './DatesCard';
import { PermitCard } from './PermitCard';
import { PrivateCard } from './PrivateCard';
import { RequestCard } from './RequestCard';
import { TasksCard } from './TasksCard';
import { AccessCard } from './AccessCard';

// The practice office needs a server: it is driven end to end.
jest.mock('./OfficeDesk', () => ({ OfficeDesk: () => null }));

// A Monday.
const TODAY = '2026-11-02';
const job = (clearance: Partial<Clearance> = {}): Job => ({
  ...blankJob('Lane', 'US'),
  units: 'metric',
  clearance: { ...blankClearance(), ...clearance },
});
const permit = { number: 'P-1', issuer: 'street office', covers: 'drain', from: TODAY, to: '2026-11-08' };
const water = { name: 'Water', kind: 'water' as const, answer: 'none' as const, contact: 'desk', asks: '' };
const request = { reference: 'R-1', made: TODAY, utilities: [water] };

beforeEach(() => localStorage.clear());

describe('the permit', () => {
  test('begins empty, for a week from today, and is filled in', () => {
    const seen = onJob(<PermitCard />, job(), TODAY);
    press('Enter the permit');
    expect(seen.job.clearance.permit).toEqual({ number: '', issuer: '', covers: '', from: TODAY, to: '2026-11-08' });
    type('Permit number', ' P-17 ');
    type('Issued by', 'street office');
    type('Covers which works', 'one drain');
    expect(seen.job.clearance.permit).toMatchObject({ number: 'P-17', issuer: 'street office', covers: 'one drain' });
  });
  test('a day after its end takes the end along, and the other way round; it never ends before it begins', () => {
    const seen = onJob(<PermitCard />, job({ permit }), TODAY);
    type('Valid from', '2026-11-20');
    expect(seen.job.clearance.permit).toMatchObject({ from: '2026-11-20', to: '2026-11-20' });
    type('Valid to', '2026-11-10');
    expect(seen.job.clearance.permit).toMatchObject({ from: '2026-11-10', to: '2026-11-10' });
  });
  test('half a date changes nothing', () => {
    const seen = onJob(<PermitCard />, job({ permit }), TODAY);
    type('Valid to', '2026-1');
    expect(seen.job.clearance.permit).toEqual(permit);
  });
  test('is thrown away', () => {
    const seen = onJob(<PermitCard />, job({ permit }), TODAY);
    press('No permit');
    expect(seen.job.clearance.permit).toBeNull();
  });
});

describe('the locate request', () => {
  const shown = (today: string) => onJob(<RequestCard />, job({ request }), today);
  test.each([
    ['on the day it was made', TODAY, 'Dig from 2026-11-06: 4 days to wait'],
    ['the day before', '2026-11-05', 'Dig from 2026-11-06: 1 day to wait'],
    ['once it may be dug', '2026-11-06', 'Holds to 2026-11-16: 10 days left'],
    ['on the last day', '2026-11-16', 'Holds to 2026-11-16: 0 days left'],
    ['after it', '2026-11-17', 'Ran out on 2026-11-16'],
  ])('%s it says how long', (_, today, words) => {
    shown(today);
    expect(screen.getByText(words)).toBeTruthy();
  });
  test('utilities are added, answer, are named and removed', () => {
    const seen = shown(TODAY);
    choose('W Water', 'Clear');
    expect(seen.job.clearance.request?.utilities).toEqual([{ ...water, answer: 'clear' }]);
    press('Add a utility');
    press('Change Utility 2');
    type('What it asks', 'an inspector at the joint');
    type('Name of the utility', 'Gas');
    expect(seen.job.clearance.request?.utilities[1]).toMatchObject({ name: 'Gas', asks: 'an inspector at the joint', answer: 'none' });
    expect(screen.getByText('Asks: an inspector at the joint')).toBeTruthy();
    type('Name of the utility', '');
    expect(screen.getByText('Give it a name.')).toBeTruthy();
    expect(seen.job.clearance.request?.utilities[1]?.name).toBe('Gas');
    press('Remove Gas');
    expect(seen.job.clearance.request?.utilities).toHaveLength(1);
  });
  test('one made elsewhere begins without its reference', () => {
    const seen = onJob(<RequestCard />, job(), TODAY);
    press('Enter a request made elsewhere');
    expect(seen.job.clearance.request).toEqual({ reference: '', made: TODAY, utilities: [] });
    type('Reference', 'L-9');
    expect(seen.job.clearance.request?.reference).toBe('L-9');
  });
});

test('the owner is asked about every private line; an answer for one leaves the others open', () => {
  const seen = onJob(<PrivateCard />, job(), TODAY);
  choose('Septic tank and soakaways', 'None here');
  const { privateLines } = seen.job.clearance;
  expect(privateLines.filter(({ answer }) => answer === 'none').map(({ kind }) => kind)).toEqual(['septic']);
  expect(privateLines.filter(({ answer }) => answer === 'open')).toHaveLength(5);
});

describe('things to see to', () => {
  test('want words and an owner', () => {
    const seen = onJob(<TasksCard />, job(), TODAY);
    type('What is to be done', 'Order sand');
    press('Add');
    expect(screen.getByText('Say what is to be done, and who does it.')).toBeTruthy();
    expect(field('What is to be done').value).toBe('Order sand');
    type('Who sees to it', 'foreman');
    press('Add');
    expect(seen.job.clearance.tasks).toEqual([{ what: 'Order sand', owner: 'foreman', done: false }]);
    expect(field('What is to be done').value).toBe('');
  });
  test('are late past their day until ticked off', () => {
    const seen = onJob(<TasksCard />, job({ tasks: [{ what: 'Order sand', owner: 'foreman', due: '2026-11-01', done: false }] }), TODAY);
    expect(screen.getByText('foreman, by 2026-11-01: LATE')).toBeTruthy();
    press('Done: Order sand');
    expect(screen.getByText('foreman, by 2026-11-01')).toBeTruthy();
    press('Remove: Order sand');
    expect(seen.job.clearance.tasks).toEqual([]);
  });
});

test('dates are told by how far off they are, and a day off moves the day one may dig', () => {
  const seen = onJob(<DatesCard />, job({ permit, request }), TODAY);
  expect(screen.getByText('2026-11-02, today')).toBeTruthy();
  expect(screen.getByText('2026-11-06, in 4 days')).toBeTruthy();
  type('A day off', '2026-11-04');
  press('Add the day');
  expect(seen.job.clearance.holidays).toEqual(['2026-11-04']);
  expect(screen.getByText('2026-11-07, in 5 days')).toBeTruthy();
});

describe('the way in', () => {
  const gate: Pinch = { ...blankPinch('gate'), gap: 1.3 };
  test('a cross-fall before a tall fence wants more than the width; the machine that does not fit is told', () => {
    const seen = onJob(<AccessCard />, job({ pinches: [gate] }), TODAY);
    press('Gate · needs 0.99 m, has 1.30 m');
    type('Cross-fall, degrees', '6°');
    type('Fence height, downhill', '5');
    expect(seen.job.clearance.pinches[0]).toMatchObject({ crossFall: Math.PI / 30, barrier: 5 });
    type('Gap', '1.1');
    expect(screen.getByText(/^Gate: the 1\.7 t class needs 1\.\d\d m and there is 1\.10 m/)).toBeTruthy();
    type('Fence height, downhill', '');
    expect(seen.job.clearance.pinches[0]?.barrier).toBeNull();
  });
  test('what cannot be is refused in the field and changes nothing', () => {
    const seen = onJob(<AccessCard />, job({ pinches: [gate] }), TODAY);
    press(/^Gate · /);
    type('Gap', '0.1');
    expect(screen.getByText('A gap is at least 0.2 m.')).toBeTruthy();
    type('Cross-fall, degrees', '60');
    expect(screen.getByText('A cross-fall is at most 40° (0.7 rad).')).toBeTruthy();
    expect(seen.job.clearance.pinches).toEqual([gate]);
  });
  test('a tight place is added and removed; the walk wants a name, which the device keeps', () => {
    const seen = onJob(<AccessCard />, job(), TODAY);
    press('Add a tight place');
    expect(seen.job.clearance.pinches).toHaveLength(1);
    press('Remove this place');
    expect(seen.job.clearance.pinches).toEqual([]);
    press('Walked just now');
    expect(screen.getByText('Say who walked it: a role will do.')).toBeTruthy();
    expect(seen.job.clearance.walked).toBeUndefined();
    type('Who walked it', 'foreman');
    press('Walked just now');
    expect(seen.job.clearance.walked?.by).toBe('foreman');
    expect(readOwn('who')).toBe('foreman');
  });
});
