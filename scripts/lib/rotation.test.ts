import fc from 'fast-check';
import { tooOld } from './rotation.mjs';

const DAY = 86_400_000;
/** The name of a backup made at a moment, ms. */
const nameAt = (at: number) => {
  const [day, time] = new Date(at).toISOString().split('T') as [string, string];
  return `tamper-${day}-${time.slice(0, 8).replaceAll(':', '')}.dump`;
};
const kept = (names: readonly string[]) => {
  const gone = new Set(tooOld(names));
  return names.filter((name) => !gone.has(name));
};

test('a backup a day for two months: the last seven days stay, and the last of each of four weeks', () => {
  // 2026-11-29 is a Sunday.
  const end = Date.parse('2026-11-29T03:00:00Z');
  const names = Array.from({ length: 60 }, (_, i) => nameAt(end - i * DAY));
  expect(kept(names).map((name) => name.slice(7, 17))).toEqual([
    ...['2026-11-29', '2026-11-28', '2026-11-27', '2026-11-26', '2026-11-25', '2026-11-24', '2026-11-23'],
    ...['2026-11-22', '2026-11-15', '2026-11-08'],
  ]);
});

test('of several a day the last stays; days nothing was backed up count for nothing', () => {
  const at = ['2026-11-29T18:00', '2026-11-29T03:00', '2026-09-02T03:00', '2026-09-01T23:00', '2026-09-01T03:00', '2026-03-01T03:00'];
  const names = at.map((moment) => nameAt(Date.parse(`${moment}:00Z`)));
  expect(kept(names)).toEqual([names[0], names[2], names[3], names[5]]);
});

test('whatever there is: the newest stays, no more than eleven do, and what stayed once stays while nothing is newer', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 400 * 24 }), { minLength: 1, maxLength: 200 }), (hours) => {
      const names = [...hours].sort((a, b) => b - a).map((hour) => nameAt(Date.parse('2026-01-01T00:00:00Z') + hour * 3_600_000));
      const left = kept(names);
      expect(left[0]).toBe(names[0]);
      expect(left.length).toBeLessThanOrEqual(11);
      expect(kept(left)).toEqual(left);
      // The last of each of the newest seven days there are.
      const days = [...new Set(names.map((name) => name.slice(7, 17)))].slice(0, 7);
      for (const day of days) expect(left).toContain(names.find((name) => name.includes(day)));
    }),
  );
});
