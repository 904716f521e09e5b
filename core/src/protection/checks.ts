import type { SoilClass } from '../catalogue';
import type { ExistingLine, Found, Job, PlacedLine, Run } from '../job';
import type { Rules } from '../rules';
import { placeSubject, which, wholeOf } from '../trench/places';
import type { WhichPlace } from '../trench';
import { allSides, insteadOf, safeWays } from './fixes';
import { gravest, holding, type Judged } from './judged';
import { sidesOf, standingOf, type SideName } from './support';
import { batterFor, classSlope, wallFault, type WallFault } from './walls';

/** What the checks of protection are given. */
export interface ProtectionContext {
  job: Job;
  run: Run;
  rules: Rules;
  placed: readonly PlacedLine[];
  existing: readonly ExistingLine[];
  judged: readonly Judged[];
}

/** Sides that do not stand by themselves where somebody goes in: stop from the depth protection is needed, caution from the depth to look from. */
export function unprotected({ job, rules, judged }: ProtectionContext): Found<{
  place: WhichPlace;
  depth: number;
  soil: SoilClass;
  side: SideName;
  fault: WallFault;
}>[] {
  return judged.flatMap(({ place, pieces }) => {
    const found = gravest(pieces, ({ code }) => code === 'side');
    if (!found || found.severity === 'note') return [];
    const worst = found.faults.find((fault) => fault.code === 'side');
    if (worst?.code !== 'side') return [];
    return [
      {
        severity: found.severity,
        subject: placeSubject(place),
        where: found.where,
        facts: { place: which(place), depth: found.depth, soil: place.soil, side: worst.side, fault: worst.fault },
        fixes: safeWays(job, place, rules),
      },
    ];
  });
}

/** Benches in ground that may not be benched, whether or not somebody enters. */
export function bannedBenches({
  rules,
  judged,
}: ProtectionContext): Found<{ place: WhichPlace; soil: SoilClass; granular: boolean; basis: string }>[] {
  return judged.flatMap(({ place }) => {
    const benched = sidesOf(place).filter(({ wall }) => {
      const fault = wall.kind === 'bench' ? wallFault(wall, standingOf(place), place.deepest.depth, rules) : null;
      return fault === 'benchInC' || fault === 'benchGranular';
    });
    if (benched.length === 0) return [];
    const wall = batterFor(rules, place.soil);
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), soil: place.soil, granular: place.soil !== 'C', basis: classSlope(rules, place.soil).basis },
        fixes: [
          {
            code: 'batter',
            facts: { ratio: classSlope(rules, place.soil).ratio },
            patches: benched.map(({ side }) => ({ path: [...place.path, side], value: wall })),
          },
        ],
      },
    ];
  });
}

/** The ends of a pit held by shores that do not stand by themselves. */
export function openPitEnds(context: ProtectionContext): Found<{ place: WhichPlace; depth: number; soil: SoilClass; fault: WallFault }>[] {
  return context.judged.flatMap(({ place, pieces }) => {
    const found = gravest(pieces, ({ code }) => code === 'end');
    const [fault] = found?.faults ?? [];
    if (!found || found.severity === 'note' || fault?.code !== 'end') return [];
    return [
      {
        severity: found.severity,
        subject: placeSubject(place),
        where: found.where,
        facts: { place: which(place), depth: found.depth, soil: place.soil, fault: fault.fault },
        fixes: insteadOf(context.job, place, context.rules, 'shores'),
      },
    ];
  });
}

/** Over the depth an engineer designs it from, place by place. */
export const needsEngineer = ({ rules, judged }: ProtectionContext): Found<{ place: WhichPlace; depth: number; limit: number }>[] =>
  judged.flatMap(({ place, pieces }) => {
    const found = holding(pieces, ({ engineer }) => engineer);
    if (!found) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: found.where,
        facts: { place: which(place), depth: found.depth, limit: rules.engineerDepth.value ?? 0 },
        fixes: [],
      },
    ];
  });

/** Deep enough for a way out, place by place: what the plan sets a ladder for. */
export const needsLadder = ({ rules, judged }: ProtectionContext): Found<{ place: WhichPlace; travel: number; above: number }>[] =>
  judged.flatMap(({ place, pieces }) => {
    const found = holding(pieces, ({ egress }) => egress);
    if (!found) return [];
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(place),
        where: found.where,
        facts: { place: which(place), travel: rules.egressTravel.value ?? 0, above: rules.ladderAbove.value ?? 0 },
        fixes: [],
      },
    ];
  });

/** Sides that stand only because the cut is open for a short time; a stop where the hours typed are more than the rule has. */
export const shortTermOnly = ({ rules, judged }: ProtectionContext): Found<{ place: WhichPlace; hours: number; most: number }>[] =>
  judged.flatMap(({ place, pieces }) => {
    const found = holding(pieces, ({ shortTerm }) => shortTerm);
    if (!found) return [];
    const [hours, most] = [place.sides.shortTerm ?? 0, rules.shortHours.value ?? 0];
    return [
      {
        severity: hours > most ? ('stop' as const) : ('caution' as const),
        subject: placeSubject(place),
        where: found.where,
        facts: { place: which(place), hours, most },
        fixes: [
          {
            code: 'batter',
            facts: { ratio: classSlope(rules, place.soil).ratio },
            patches: [...allSides(place, batterFor(rules, place.soil)), { path: [...place.path, 'shortTerm'], value: null }],
          },
        ],
      },
    ];
  });
