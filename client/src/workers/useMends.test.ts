import { type Run } from '@tamper/core';
import { demoFile } from '@tamper/core/demo';
import { withMends, type MendList, type Mends } from './useMends';

const run = demoFile.runs[0] as Run;
const later: Run = { ...run, name: 'Later' };
const list = (width: number) =>
  [{ fix: { code: 'width', facts: { width }, patches: [{ path: ['a'], value: width }] }, brings: [] }] as unknown as MendList;

test('fixes that say what they said stay the same object, and are known of the newest run all the same', () => {
  const before: Mends = {
    lists: new Map([
      ['a', list(1)],
      ['b', list(2)],
    ]),
    of: new Map([
      ['a', run],
      ['b', run],
    ]),
  };
  const after = withMends(
    before,
    [
      ['a', list(1)],
      ['b', list(3)],
      ['c', list(4)],
    ],
    later,
  );
  expect(after.lists).toEqual(
    new Map([
      ['a', list(1)],
      ['b', list(3)],
      ['c', list(4)],
    ]),
  );
  expect(after.lists.get('a')).toBe(before.lists.get('a'));
  expect([...after.of.values()]).toEqual([later, later, later]);
  // Of what was not tried anew nothing newer is known.
  const some = withMends(before, [['a', list(1)]], later);
  expect([some.of.get('a'), some.of.get('b')]).toEqual([later, run]);
  // Who shows the fixes alone has nothing to draw anew.
  expect(some.lists).toBe(before.lists);
});
