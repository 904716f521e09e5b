import { type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { withMends, type MendList, type Mends } from './useMends';

const run = demoFile.runs[0] as Run;
const later: Run = { ...run, name: 'Later' };
const list = (width: number) =>
  [{ fix: { code: 'width', facts: { width }, patches: [{ path: ['a'], value: width }] }, brings: [] }] as unknown as MendList;

test('fixes that say what they said stay the same object, and are known of the newest run all the same', () => {
  const before: Mends = new Map([
    ['a', { of: run, list: list(1) }],
    ['b', { of: run, list: list(2) }],
  ]);
  const after = withMends(
    before,
    [
      ['a', list(1)],
      ['b', list(3)],
      ['c', list(4)],
    ],
    later,
  );
  expect(after.get('a')).toEqual({ of: later, list: list(1) });
  expect(after.get('a')?.list).toBe(before.get('a')?.list);
  expect(after.get('b')?.list).toEqual(list(3));
  expect([...after.keys()]).toEqual(['a', 'b', 'c']);
  // Of what was not tried anew nothing newer is known.
  expect(withMends(before, [], later).get('a')?.of).toBe(run);
});
