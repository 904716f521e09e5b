import type { Wall } from '../job';

/** Heights and widths closer than this (metres) are the same: far below anything a bucket can cut. */
export const EPSILON = 1e-6;

/** How far a wall stands out from its toe at `height` above the trench bottom, metres. On a bench it is the far edge of the tread. */
export function wallOffset(wall: Wall, height: number): number {
  switch (wall.kind) {
    case 'vertical':
      return 0;
    case 'batter':
      return wall.ratio * Math.max(0, height - (wall.foot ?? 0));
    case 'bench':
      return wall.tread * Math.min(wall.count, Math.floor((height + EPSILON) / wall.riser));
  }
}

/** Height above the bottom from which a wall stands out so far: the inverse of {@link wallOffset}; without end where it never does. Metres. */
export function wallHeightAt(wall: Wall, out: number): number {
  if (out <= 0) return 0;
  switch (wall.kind) {
    case 'vertical':
      return Infinity;
    case 'batter':
      return (wall.foot ?? 0) + out / wall.ratio;
    case 'bench': {
      const benches = Math.max(1, Math.ceil(out / wall.tread - EPSILON));
      return benches <= wall.count ? benches * wall.riser : Infinity;
    }
  }
}

/** Sectional area between the wall and the vertical through its toe, up to `height`: the integral of {@link wallOffset}, m². */
export function areaBesideWall(wall: Wall, height: number): number {
  switch (wall.kind) {
    case 'vertical':
      return 0;
    case 'batter':
      return (wall.ratio * Math.max(0, height - (wall.foot ?? 0)) ** 2) / 2;
    case 'bench': {
      const benches = Math.min(wall.count, Math.floor(height / wall.riser));
      return wall.tread * (benches * height - (wall.riser * benches * (benches + 1)) / 2);
    }
  }
}

/** Corner points of a wall between two heights, going up. */
export function wallPoints(wall: Wall, from: number, to: number): { offset: number; height: number }[] {
  const corners = benchHeights(wall).filter((height) => height > from + EPSILON && height < to - EPSILON);
  return [
    { offset: wallOffset(wall, from), height: from },
    ...corners.flatMap((height) => [
      { offset: wallOffset(wall, height) - (wall.kind === 'bench' ? wall.tread : 0), height },
      { offset: wallOffset(wall, height), height },
    ]),
    { offset: wallOffset(wall, to - 2 * EPSILON), height: to },
  ];
}

/** Heights above the bottom where a wall steps out or begins to lean; none for plain walls. */
export const benchHeights = (wall: Wall): number[] =>
  wall.kind === 'bench'
    ? Array.from({ length: wall.count }, (_, index) => wall.riser * (index + 1))
    : wall.kind === 'batter' && wall.foot !== undefined
      ? [wall.foot]
      : [];

/** Sectional area of a trench from its bottom up to `height`, m². `bottomWidth` is the full dug width at the bottom. */
export const trenchArea = (bottomWidth: number, left: Wall, right: Wall, height: number): number =>
  bottomWidth * height + areaBesideWall(left, height) + areaBesideWall(right, height);
