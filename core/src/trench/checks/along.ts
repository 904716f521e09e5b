import { groundsAt, type ProfileColumns } from '../../alignment';
import type { Job, PlacedLine, Reach, Run } from '../../job';

/** Points of a curve, with what to write at them. */
export interface Curve {
  title: string;
  points: { label: string; value: number; shown: string }[];
}

/** One check of a line: the formula, what went in, what came out, what it may be, and where that comes from. All in words, ready to show. */
export interface Check {
  id: string;
  title: string;
  /** `open`: it could not be worked out, and holds for nobody. */
  state: 'ok' | 'fails' | 'note' | 'open';
  formula: string;
  inputs: { name: string; value: string }[];
  result: string;
  limit: string;
  source: string;
  /** What would mend it. */
  advice: string | undefined;
  curves: Curve[];
}

/** A line whose checks are asked for, with all it lies among. */
export interface Of {
  job: Job;
  run: Run;
  profile: ProfileColumns;
  lines: readonly PlacedLine[];
  line: PlacedLine;
}

/** Covers of a line at the nodes it passes, metres, with their node. */
export function coversOf({ profile, lines, line }: Of): { node: number; cover: number }[] {
  const higher = line.up + line.product.od - (lines[0] as PlacedLine).product.od;
  return profile.station.flatMap((station, node) =>
    station >= line.from && station <= line.to ? [{ node, cover: (profile.cover[node] as number) - higher }] : [],
  );
}

/** The same to the ground as it will be left: what lies on the line, and keeps it warm, for good. */
export const coversAfter = (of: Of): { node: number; cover: number }[] =>
  coversOf(of).map(({ node, cover }) => {
    const { ground, finished } = of.profile;
    const lower = Math.min(ground[node] as number, finished[node] as number);
    return { node, cover: cover + (finished[node] as number) - lower };
  });

export const shallowest = (of: Of) => coversOf(of).reduce((least, at) => (at.cover < least.cover ? at : least));
/** Where it lies deepest under the ground as it will be left. */
export const deepestOf = (of: Of) => coversAfter(of).reduce((most, at) => (at.cover > most.cover ? at : most));
export const reachAtNode = ({ run, profile }: Of, node: number): Reach => run.reaches[profile.reach[node] as number] as Reach;

/** Water in the ground at a station, metres; undefined where none is known. */
export function waterAt({ water }: Pick<Run, 'water'>, station: number): number | undefined {
  if (water.length === 0) return undefined;
  return groundsAt(
    water.map(({ station: at, level }) => ({ station: at, ground: level })),
    station,
  ).ground;
}
