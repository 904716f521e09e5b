import type { ExistingLine, Found, Run } from '../job';
import { boresOf } from './bores';
import { structureAt, structureIdAt, withStructure } from './structures';

/** How near a trial pit must be to a line to show it, metres. */
const TRIAL_REACH = 0.6;

/** Lines that a bore passes unseen: a stop until there is a pit to see them in. @param known as found so far. */
export const boredBlind = ({
  run,
  known,
}: {
  run: Run;
  known: readonly ExistingLine[];
}): Found<{ name: string; station: number; pitted: boolean }>[] =>
  boresOf(run).flatMap((bore) =>
    known.flatMap((line) => {
      if (line.where.kind !== 'crossing' || line.evidence === 'exposed') return [];
      const { station } = line.where;
      if (station < bore.from || station > bore.to) return [];
      const pitted = run.structures.some(({ kind, station: at }) => kind === 'trial' && Math.abs(at - station) <= TRIAL_REACH);
      const trial = structureAt(run, station, 'trial', structureIdAt('trial', station));
      return [
        {
          severity: pitted ? ('caution' as const) : ('stop' as const),
          subject: { kind: 'existing' as const, id: line.id },
          where: [{ from: station, to: station }],
          facts: { name: line.name, station, pitted },
          fixes: pitted ? [] : [{ code: 'trialPit', facts: {}, patches: [{ path: ['structures'], value: withStructure(run, trial) }] }],
        },
      ];
    }),
  );
