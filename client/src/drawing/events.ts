import type { Plan, Run } from '@tamper/core';

/** Stations where something changes, ascending: ends, reaches, rule ranges, findings and the deepest point. */
export function eventStations(run: Run, plan: Plan): number[] {
  const ends = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  const ranges = Object.values(plan.ranges).flat();
  const stations = [
    ...ends,
    ...run.reaches.map((reach) => reach.from),
    ...ranges.flatMap((range) => [range.from, range.to]),
    ...plan.findings.flatMap(({ where }) => where.flatMap(({ from, to }) => [from, to])),
    plan.deepest.station,
    ...run.existing.flatMap(({ where }) => (where.kind === 'crossing' ? [where.station] : [where.from, where.to])),
  ];
  // Pits reach past the ends of the run; the cursor does not.
  const on = stations.filter((station) => station >= (ends[0] as number) && station <= (ends[1] as number));
  return [...new Set(on)].sort((a, b) => a - b);
}

/** The next event past a station in a direction; the end of the run when there is none. */
export function nextEvent(events: readonly number[], station: number, direction: 1 | -1): number {
  const past = direction > 0 ? events.find((event) => event > station + 1e-6) : events.findLast((event) => event < station - 1e-6);
  return past ?? (direction > 0 ? events.at(-1) : events[0]) ?? station;
}
