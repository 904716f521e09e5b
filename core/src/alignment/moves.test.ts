import fc from 'fast-check';
import { anyDocument, times } from '../generators.testing';
import { applyPatches, errorsOf, reachSplit, STATION_SLACK, type Reach, type Run } from '../job';
import { runSchema, stationsIn } from '../job/schema';
import { chainages, extent, reachEnd, routeOf } from '.';
import { movePoint, removePoint } from './routeEdits';
import { withStations } from './restation';

type Place = { path: string; station: number };

/**
 * Everything of a run that stands somewhere, found without the schema: what is called a station, or from and to. A field with a station that is made
 * by hand and not by the schema's helpers stands here and not in the walker's list.
 */
function* placesIn(value: unknown, path = ''): Generator<Place> {
  if (typeof value !== 'object' || value === null) return;
  for (const [key, part] of Object.entries(value)) {
    const here = `${path}.${key}`;
    if (typeof part === 'number' && ['station', 'from', 'to'].includes(key)) yield { path: here, station: part };
    else yield* placesIn(part, here);
  }
}
const all = (run: Run): Place[] => [...placesIn(run)];
const byPath = (a: Place, b: Place) => (a.path < b.path ? -1 : 1);

test('the walker meets everything that stands somewhere, and nothing else', () => {
  fc.assert(
    fc.property(anyDocument, (run) => {
      const walked = stationsIn(runSchema, run).map(({ path, station }) => ({ path: `.${path.join('.')}`, station }));
      expect(walked.sort(byPath)).toEqual(all(run).sort(byPath));
    }),
    { numRuns: times(100) },
  );
});

/** Which leg of a line something stands on and how far along it, 0 to 1. Past the ends: metres past them. */
function onLeg(run: Run, station: number): { leg: number; share: number } {
  const at = chainages(routeOf(run)).map((chainage) => extent(run).start + chainage);
  const leg = Math.max(
    0,
    Math.min(
      at.length - 2,
      at.findLastIndex((one) => one <= station),
    ),
  );
  const [a, b] = [at[leg] as number, at[leg + 1] as number];
  return { leg, share: station < a ? station - a : station > b ? 1 + station - b : (station - a) / (b - a) };
}

describe('what stands on a leg goes with it', () => {
  const bent = anyDocument.filter(({ route }) => route.length > 2);

  test('when a bend is moved', () => {
    fc.assert(
      fc.property(
        bent,
        fc.nat(),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (run, pick, dx, dy) => {
          const point = pick % run.route.length;
          const { x, y } = run.route[point] as { x: number; y: number };
          const next = applyPatches(run, movePoint(run, point, { x: x + dx, y: y + dy }));
          fc.pre(errorsOf(runSchema, next).length === 0);
          const [before, after] = [all(run), all(next)];
          expect(after.map(({ path }) => path)).toEqual(before.map(({ path }) => path));
          before.forEach(({ station }, i) => {
            const [was, is] = [onLeg(run, station), onLeg(next, (after[i] as Place).station)];
            // At a bend both legs are right.
            expect(is.leg + is.share).toBeCloseTo(was.leg + was.share, 5);
          });
        },
      ),
      { numRuns: times(100) },
    );
  });

  test('when a bend is taken out, everything keeps its order and stays on the run', () => {
    fc.assert(
      fc.property(bent, fc.nat(), (run, pick) => {
        const next = applyPatches(run, removePoint(run, 1 + (pick % (run.route.length - 2))));
        fc.pre(errorsOf(runSchema, next).length === 0);
        const [before, after] = [all(run), all(next)];
        expect(after).toHaveLength(before.length);
        const order = before.map((_, i) => i).sort((a, b) => (before[a] as Place).station - (before[b] as Place).station);
        order.slice(1).forEach((i, k) => {
          const [one, other] = [(after[order[k] as number] as Place).station, (after[i] as Place).station];
          expect(other - one).toBeGreaterThanOrEqual(-1e-9);
        });
      }),
      { numRuns: times(100) },
    );
  });

  test('when levels are imported: what stood at an end follows it, all else keeps its metre, and what would lie off is named', () => {
    const grow = fc.oneof(fc.constant(0), fc.double({ min: -5, max: 20, noNaN: true }));
    fc.assert(
      fc.property(anyDocument, grow, grow, (run, before, after) => {
        const { start, end } = extent(run);
        const [first, last] = [Math.max(0, start + before), end + after];
        fc.pre(last - first > 1);
        const next = applyPatches(
          run,
          withStations(
            run,
            [first, last].map((station) => ({ station, ground: 10 })),
          ),
        );
        const stood = all({ ...run, stations: [], reaches: [] } as unknown as Run);
        const stands = all({ ...next, stations: [], reaches: [] } as unknown as Run);
        expect(stands.map(({ path }) => path)).toEqual(stood.map(({ path }) => path));
        stood.forEach(({ station, path }, i) =>
          expect([path, (stands[i] as Place).station]).toEqual([path, station === start ? first : station === end ? last : station]),
        );
        const kept = run.reaches.filter(({ from }, i) => i === 0 || (from > first && from < last));
        expect(next.reaches.map(({ id }) => id)).toEqual(kept.map(({ id }) => id));
        // Water, level books and trial holes may lie off the run.
        const onRun = stands.filter(({ path }) => !/^\.(water|levelBook)/.test(path));
        const past = ({ station }: Place) => Math.max(first - station, station - last);
        // Whatever lies off by just what the schema lets pass may be named or not.
        fc.pre(onRun.every((one) => Math.abs(past(one) - STATION_SLACK) > 1e-9));
        const off = onRun.filter((one) => past(one) > STATION_SLACK);
        const said = errorsOf(runSchema, next).filter(({ message }) => message.includes('lies off the run'));
        expect(said).toHaveLength(off.length);
      }),
      { numRuns: times(100) },
    );
  });

  test('when a reach is parted and joined again: nothing else moves, ids stay their own', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(anyDocument, fc.nat(), share, share, (run, pick, a, b) => {
        const index = pick % run.reaches.length;
        const reach = run.reaches[index] as Reach;
        const end = reachEnd(run, index);
        const [from, to] = [Math.min(a, b), Math.max(a, b)].map((part) => reach.from + (end - reach.from) * part) as [number, number];
        fc.pre(to - from > 0.01);
        const parted = applyPatches(run, reachSplit(run, reach.id, { from, to }, { soil: 'rock' }));
        expect(errorsOf(runSchema, parted)).toEqual([]);
        expect(all({ ...parted, reaches: [] })).toEqual(all({ ...run, reaches: [] }));
        // The changed piece lies where it was asked for, all around it is as it was.
        for (const station of [from + 0.005, (from + to) / 2, to - 0.005])
          expect(reachAtStation(parted, station)).toMatchObject({ soil: 'rock' });
        if (from - reach.from > 0.01) expect(reachAtStation(parted, (reach.from + from) / 2)).toEqual(reach);
        if (end - to > 0.01) expect(reachAtStation(parted, (to + end) / 2)).toMatchObject({ ...reach, id: expect.any(String), from: to });
        const ids = new Set(parted.reaches.map(({ id }) => id));
        for (const { id } of run.reaches) if (id !== reach.id) expect(ids).toContain(id);
        // Joined: the pieces that were made go, the reach before each goes on.
        const joined = { ...parted, reaches: parted.reaches.filter(({ id }) => run.reaches.some((one) => one.id === id)) };
        expect(errorsOf(runSchema, joined)).toEqual([]);
        expect(joined.reaches.map(({ from: at, id }) => [id, at])).toEqual(run.reaches.map(({ from: at, id }) => [id, at]));
      }),
      { numRuns: times(100) },
    );
  });
});

/** The reach a station lies in: the last that begins before it. */
const reachAtStation = (run: Run, station: number): Reach => run.reaches.findLast(({ from }) => from <= station) as Reach;
