import type { ProfileColumns } from './profile';

/** One row of a chainage table, metres. */
export interface ChainageRow {
  station: number;
  ground: number;
  finished: number;
  invert: number;
  bottom: number;
  depth: number;
  cover: number;
}

/** Rows people set out by: every typed station and break, thinned to at most 200. */
export function chainageTable(profile: ProfileColumns): ChainageRow[] {
  const rows = profile.station.flatMap((station, i): ChainageRow[] =>
    i > 0 && station === profile.station[i - 1]
      ? []
      : [
          {
            station,
            ground: profile.ground[i] as number,
            finished: profile.finished[i] as number,
            invert: profile.invert[i] as number,
            bottom: profile.bottom[i] as number,
            depth: profile.depth[i] as number,
            cover: profile.cover[i] as number,
          },
        ],
  );
  const every = Math.ceil(rows.length / 200);
  return rows.filter((_, i) => i % every === 0 || i === rows.length - 1);
}
