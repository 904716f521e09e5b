import { separations, usualSeparation, type Product } from '../catalogue';
import type { Job, PlacedLine, Reach } from '../job';
import type { Apart } from './arrange/problem';
import { workingSpace } from './width';

/** What keeps two lines apart in a reach, and what that rests on. */
export type ApartRule = Apart & { basis: string };

/**
 * Distances between two lines: as changed for the job, else the rule set's for their families, else the usual ones. Two pipes somebody works
 * beside have the working space between them too; two medium-voltage cables at least a cable's diameter.
 */
export function apartRule(job: Pick<Job, 'ruleSet' | 'separations'>, reach: Pick<Reach, 'entry'>, a: Product, b: Product): ApartRule {
  const joins = ({ between: [p, q] }: { between: readonly [string, string] }) =>
    (p === a.family && q === b.family) || (p === b.family && q === a.family);
  const changed = job.separations.find(joins);
  const ruled = changed ?? separations[job.ruleSet].find(joins);
  const alike = a.family === b.family;
  const usual = alike ? usualSeparation.alike : usualSeparation.apart;
  const basis = changed
    ? `Set for this job by ${changed.by}: ${changed.reason}`
    : ((ruled as { basis?: string } | undefined)?.basis ?? (alike ? usualSeparation.alikeBasis : usualSeparation.basis));
  const { across, over, upper } = ruled ?? { across: usual, over: usual, upper: undefined };
  const working = reach.entry && isPipe(a) && isPipe(b) ? workingSpace(a, b) : 0;
  const heat = a.family === 'mv' && b.family === 'mv' ? Math.max(a.od, b.od) : 0;
  return {
    across: Math.max(across, working, heat),
    over: Math.max(over, heat),
    upper: upper === undefined || alike ? 'either' : upper === null ? null : upper === a.family ? 0 : 1,
    basis: working > across ? 'EN 1610: working space between two pipes' : basis,
  };
}

/** The same, and what the owner of either asks of the other's line: more only. */
export function ownersApart(rule: ApartRule, a: PlacedLine, b: PlacedLine): ApartRule {
  if (a.owner?.id === b.owner?.id) return rule;
  return [a, b].reduce((now, { owner }) => {
    if (!owner?.apart || (owner.apart.across <= now.across && owner.apart.over <= now.over)) return now;
    return {
      ...now,
      across: Math.max(now.across, owner.apart.across),
      over: Math.max(now.over, owner.apart.over),
      basis: `${owner.name}: ${owner.source}`,
    };
  }, rule);
}

const isPipe = ({ kind }: Product): boolean => kind === 'gravity' || kind === 'pressure';
