import type { Patch, Run } from '@tamper/core';

/**
 * Patches that give a run other ground levels. The first reach follows a new start, and reaches that would
 * lie past a new end go, so that a shorter line is still a run.
 */
export function withStations(run: Run, stations: Run['stations']): Patch[] {
  const [first, last] = [stations[0]?.station ?? 0, stations.at(-1)?.station ?? 0];
  const kept = run.reaches.filter((reach, index) => index === 0 || (reach.from > first && reach.from < last));
  const reaches = kept.map((reach, index) => (index === 0 ? { ...reach, from: first } : reach));
  return [
    { path: ['stations'], value: stations },
    { path: ['reaches'], value: reaches },
  ];
}
