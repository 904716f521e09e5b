import { firstFrom, valueAt } from '.';

const stations = [0, 10, 10, 30];
const column = [1, 2, 5, 9];
test('the first station not before one, by halving', () => {
  expect([-1, 0, 4, 10, 11, 30, 31].map((at) => firstFrom(stations, at))).toEqual([0, 0, 1, 1, 3, 3, 4]);
});
test('between nodes it is linear, past the ends it is held, of two nodes at one station the first counts', () => {
  expect([-5, 0, 5, 10, 20, 30, 99].map((at) => valueAt(stations, column, at))).toEqual([1, 1, 1.5, 2, 7, 9, 9]);
});
