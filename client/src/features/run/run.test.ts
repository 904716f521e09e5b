import { blankExisting, blankRun, withStations, type Run } from '@tamper/core';
import { patched } from '../frame/patched';
import { faultIn } from './context';

const run = (): Run => {
  const base = blankRun({ name: 'Run', length: 40, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });
  const [reach] = base.reaches as [Run['reaches'][number]];
  return { ...base, reaches: [reach, { ...reach, id: 'b', from: 10 }, { ...reach, id: 'c', from: 30 }] };
};
const stations = (...at: number[]) => at.map((station) => ({ station, ground: 10 }));

describe('new ground levels', () => {
  const apply = (...at: number[]) => patched(run(), withStations(run(), stations(...at)));
  test('a shorter line drops the reaches past its end', () =>
    expect(apply(0, 20)).toMatchObject({ run: { reaches: [{ from: 0 }, { from: 10 }] } }));
  test('a later start moves the first reach along and drops those before it', () =>
    expect(apply(15, 40)).toMatchObject({ run: { reaches: [{ from: 15 }, { from: 30 }] } }));
  test('an existing line past the new end is never dropped: the change is refused', () => {
    const withLine: Run = { ...run(), existing: [blankExisting('Main', 35)] };
    expect(patched(withLine, withStations(withLine, stations(0, 20)))).toEqual({
      fault: '“Main” at 35 m lies off the run, which goes from 0 m to 20 m.',
    });
  });
});

describe('a change to a run', () => {
  test('to something that is gone is told so, and lands nowhere else', () =>
    expect(patched(run(), [{ path: ['reaches', 'gone', 'bottomWidth'], value: 1 }])).toEqual({
      fault: 'What was to be changed is not there any more. Look again and repeat it.',
    }));
  test('that could not be a run is refused with the first sentence', () =>
    expect(patched(run(), [{ path: ['reaches', 1, 'bottomWidth'], value: 0 }])).toEqual({ fault: 'The bottom is at least 50 mm wide.' }));
  test('is checked against both ends of a long line without reading it all', () => {
    const long: Run = { ...run(), stations: stations(...Array.from({ length: 2000 }, (_, i) => i)) };
    expect(patched(long, [{ path: ['reaches', 'c', 'from'], value: 1500 }])).toMatchObject({ run: { stations: { length: 2000 } } });
    expect(patched(long, [{ path: ['reaches', 'c', 'from'], value: 5000 }])).toMatchObject({
      fault: expect.stringContaining('lies off the run, which goes from 0 m to 1999 m') as string,
    });
  });
});

test('a field shows what was said of it or of anything below it', () => {
  const errors = [
    { field: 'inverts[1].invert', message: 'too high' },
    { field: 'reaches[1].bottomWidth', message: 'too narrow' },
  ];
  expect(faultIn(errors, 'inverts')).toBe('too high');
  expect(faultIn(errors, 'reaches[1].bottomWidth')).toBe('too narrow');
  expect(faultIn(errors, 'reaches[10]')).toBeUndefined();
});
