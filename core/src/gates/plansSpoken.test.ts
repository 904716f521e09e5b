import { NO_REVISION, type Fact, type Photo } from '../book';
import { bookEntry } from '../testing';
import { plansSpokenOf } from './plansSpoken';

const plan = (number: number) => `10000000-0000-4000-8000-${String(number).padStart(12, '0')}`;
const photo: Photo = { hash: 'a'.repeat(64), width: 800, height: 600, taken: null };
const look = (revision: string): Fact => ({ kind: 'look', from: 0, to: 9, ladders: [], revision });
const laid = (revision: string): Fact => ({ kind: 'laid', line: 'l1', name: 'Drain', from: 0, to: 9, points: [], revision });
const asLaid = (revision: string): Fact => ({
  kind: 'asLaid',
  what: 'along',
  line: 'l1',
  name: '',
  of: '',
  station: 3,
  place: { by: 'station', station: 3, offset: 0 },
  height: null,
  revision,
  note: '',
});

test('every plan something was laid by is spoken of, however many were looked at since', () => {
  const book = [laid(plan(1)), laid(plan(2)), ...[3, 4, 5, 6, 7, 8, 9, 10].map((number) => look(plan(number)))].map((fact) =>
    bookEntry(fact),
  );
  expect(plansSpokenOf(book)).toEqual([10, 9, 8, 7, 6, 5, 2, 1].map(plan));
});

test('so is every plan something was dug by', () => {
  const shift = (revision: string): Fact => ({
    ...{ kind: 'shift', work: 'dug', from: 0, to: 9, hours: null, machine: null, weather: 'dry', revision, note: '' },
  });
  const book = [shift(plan(1)), ...[2, 3, 4, 5, 6, 7, 8].map((number) => look(plan(number)))].map((fact) => bookEntry(fact));
  expect(plansSpokenOf(book)).toEqual([8, 7, 6, 5, 4, 3, 1].map(plan));
});

test('each once; a point as laid only with its photo; none where there was none', () => {
  expect(plansSpokenOf([laid(plan(1)), look(plan(1)), laid(plan(1)), look(NO_REVISION)].map((fact) => bookEntry(fact)))).toEqual([plan(1)]);
  expect(plansSpokenOf([bookEntry(asLaid(plan(1))), bookEntry(asLaid(plan(2)), undefined, { photos: [photo] })])).toEqual([plan(2)]);
});
