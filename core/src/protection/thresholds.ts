import { joined, joinedPieces, type Range } from '../geometry';
import { isPit } from '../trench/places';
import type { Judged } from './judged';
import type { Verdict } from './verdicts';

/** Station ranges of the trench in which a depth rule speaks. The engineer's limit holds whether or not anybody enters. */
export interface DepthRanges {
  protection: Range[];
  prompt: Range[];
  egress: Range[];
  engineer: Range[];
}

/** Where the trench is as deep as each rule's depth or deeper, and somebody enters. */
export function depthRanges(judged: readonly Judged[]): DepthRanges {
  const where = (holds: (verdict: Verdict) => boolean): Range[] =>
    joined(judged.flatMap(({ place, pieces }) => (isPit(place) ? [] : joinedPieces(pieces.filter(({ answer }) => holds(answer))))));
  return {
    protection: where(({ level }) => level === 'stop'),
    prompt: where(({ level }) => level !== 'none'),
    egress: where(({ egress }) => egress),
    engineer: where(({ engineer }) => engineer),
  };
}

/** A way out: the place it stands in, and its station. */
export interface Ladder {
  place: string;
  station: number;
}

/**
 * Ladders over stretches deep enough for one: none further off than the travel allowed, even along each.
 * @param travel metres.
 */
export const ladderStations = (deep: readonly Range[], travel: number): number[] =>
  deep.flatMap(({ from, to }) => {
    const count = Math.max(1, Math.ceil((to - from) / (2 * travel) - 1e-9));
    return Array.from({ length: count }, (_, i) => from + ((i + 0.5) * (to - from)) / count);
  });

/** The ladders of every place: along the trench where it is deep enough, and one of its own in every pit that is. */
export const laddersOf = (judged: readonly Judged[], travel: number): Ladder[] =>
  judged.flatMap(({ place, pieces }) => {
    const deep = joinedPieces(pieces.filter(({ answer }) => answer.egress));
    if (deep.length === 0) return [];
    const stations = isPit(place) ? [(place.from + place.to) / 2] : ladderStations(deep, travel);
    return stations.map((station) => ({ place: place.id, station }));
  });
