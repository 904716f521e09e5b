import { ByDepth, common, edgeOf, EPSILON, joinedPieces, largest, wallPoints, type Range } from '../geometry';
import { MAX_DEPTH, type Beside, type Found, type Run, type Subject } from '../job';
import type { Rules } from '../rules';
import { depthIn, dugWidth, placeSubject, which } from '../trench/places';
import type { Place, WhichPlace } from '../trench';

/** Whatever presses on the ground: the line going down from it counts as well. */
const isLoad = ({ kind }: Pick<Beside, 'kind'>): boolean => kind === 'footing' || kind === 'road';

/**
 * How far a dig of a depth reaches past what it must keep clear of, metres; at most 0 where it does not. Trees and boundaries: the lip. Footings and roads also the
 * line going down from the near edge of their base, `ratio` out per metre down. Never falls with depth.
 */
export function reachesPast(thing: Pick<Beside, 'kind' | 'side' | 'offset' | 'depth'>, place: Place, depth: number, ratio: number): number {
  const half = dugWidth(place) / 2;
  return largest(
    wallPoints(place.sides[thing.side], 0, depth).map(({ offset: out, height }) => {
      const below = isLoad(thing) ? Math.max(0, depth - height - thing.depth) : 0;
      return half + out - (thing.offset - ratio * below);
    }),
  );
}

/** Where a place reaches past a thing within a stretch, exactly, and by how much at most. */
function past(thing: Beside, place: Place, within: Range, ratio: number): { where: Range[]; by: number } | undefined {
  const reaches = (depth: number) => reachesPast(thing, place, depth, ratio) > EPSILON;
  const deepest = place.deepest.depth;
  if (!reaches(deepest)) return undefined;
  // The depth from which it does, found by halving: it never falls with depth.
  const limit = reaches(0) ? 0 : edgeOf(0, Math.min(deepest, MAX_DEPTH), (depth) => !reaches(depth));
  const deep = new ByDepth([limit], (depth) => depth > limit);
  const pieces = deep.along(place.station, place.depth).flatMap((piece) => (piece.answer ? (common(piece, within) ?? []) : []));
  const where = joinedPieces(pieces).filter(({ from, to }) => to > from);
  if (where.length === 0) return undefined;
  const ends = where.flatMap(({ from, to }) => [from, to, ...place.station.filter((at) => at > from && at < to)]);
  const by = largest(ends.map((at) => reachesPast(thing, place, depthIn(place, at), ratio)));
  return { where, by };
}

export type BesideFacts = {
  place: WhichPlace;
  name: string;
  kind: Beside['kind'] | 'room';
  side: Beside['side'];
  by: number;
  held: boolean;
};

/** What stands beside the run and a dig comes too near, and sides that reach past the room there is; place by place. */
export function tooNear({ run, rules, places }: { run: Run; rules: Rules; places: readonly Place[] }): Found<BesideFacts>[] {
  const ratio = rules.footingLine.value ?? 0;
  const rooms = (['left', 'right'] as const).map((side): Beside => ({
    id: side,
    name: '',
    kind: 'boundary',
    side,
    from: -Infinity,
    to: Infinity,
    offset: side === 'left' ? run.spoil.corridorLeft : run.spoil.corridorRight,
    depth: 0,
  }));
  return places.flatMap((place) =>
    [...run.conditions.beside, ...rooms].flatMap((thing): Found<BesideFacts>[] => {
      const found = past(thing, place, thing, ratio);
      if (!found) return [];
      const { protection } = place.sides;
      const held = protection === 'shores' || protection === 'sheets';
      const other: Subject = { kind: 'beside', id: thing.id };
      return [
        {
          severity: isLoad(thing) && held ? 'caution' : 'stop',
          subject: placeSubject(place),
          with: other,
          where: found.where,
          facts: {
            place: which(place),
            name: thing.name,
            kind: thing.name === '' ? 'room' : thing.kind,
            side: thing.side,
            by: found.by,
            held,
          },
          fixes: [],
        },
      ];
    }),
  );
}
