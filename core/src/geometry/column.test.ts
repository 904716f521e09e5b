import { firstFrom, underParabola, valueAt } from '.';

const stations = [0, 10, 10, 30];
const column = [1, 2, 5, 9];
test('the first station not before one, by halving', () => {
  expect([-1, 0, 4, 10, 11, 30, 31].map((at) => firstFrom(stations, at))).toEqual([0, 0, 1, 1, 3, 3, 4]);
});
test('between nodes it is linear, past the ends it is held, of two nodes at one station the first counts', () => {
  expect([-5, 0, 5, 10, 20, 30, 99].map((at) => valueAt(stations, column, at))).toEqual([1, 1, 1.5, 2, 7, 9, 9]);
});
test('under a parabola through three values: what a thousand strips of it make', () => {
  const [start, middle, end] = [2, 5, 1];
  const curve = (x: number) => start + (4 * middle - 3 * start - end) * x + 2 * (start - 2 * middle + end) * x ** 2;
  expect([0, 0.5, 1].map(curve)).toEqual([start, middle, end]);
  for (const share of [0, 0.2, 0.5, 0.83, 1]) {
    const strips = Array.from({ length: 1000 }, (_, i) => (curve((share * (i + 0.5)) / 1000) * share) / 1000);
    expect(underParabola(start, middle, end, share)).toBeCloseTo(
      strips.reduce((sum, strip) => sum + strip, 0),
      5,
    );
  }
});
