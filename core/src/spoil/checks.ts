import type { Machine } from '../catalogue';
import { between, EPSILON, largest, rangesWhere } from '../geometry';
import type { Fix, Found, Reach, Run } from '../job';
import type { ProfileColumns } from '../alignment';
import { placeSubject, wholeOf, type Place } from '../trench';
import type { Rules } from '../rules';
import { farTop, heapsAt, heapsFit, type Heap, type HeapColumns, type Side } from './heap';

/** What the checks of the spoil are given. */
export interface SpoilContext {
  run: Run;
  rules: Rules;
  profile: ProfileColumns & { area: number[] };
  places: readonly Place[];
  machine: Machine;
  /** How the worst heap of each node lies. */
  heaps: HeapColumns;
  /** The heap that reaches furthest past its corridor. */
  heap: Heap;
}

/** Spoil closer to the lip than the rule set allows. */
export function tooNearLip({ run, rules }: SpoilContext): Found<{ setback: number; least: number }>[] {
  const least = rules.spoilSetback.value ?? 0;
  const { setback } = run.spoil;
  if (setback >= least - EPSILON) return [];
  return [
    {
      severity: 'stop',
      where: [],
      facts: { setback, least },
      fixes: [{ code: 'setBack', facts: { setback: least }, patches: [{ path: ['spoil', 'setback'], value: least }] }],
    },
  ];
}

/** The heap does not fit the corridor; offers the sides on which it would. */
export function noRoomForHeap({ run, profile, heaps, heap, machine }: SpoilContext): Found<{ needs: number; side: Side; room: number }>[] {
  if (heap.fits) return [];
  const others = (['right', 'left', 'both'] as const).filter(
    (side) => side !== run.spoil.side && heapsFit(run, profile, profile.area, machine.arm, side),
  );
  return [
    {
      severity: 'caution',
      where: rangesWhere(profile.station, (i) => between(heaps.excess, i) > EPSILON),
      facts: { needs: heap.outer, side: heap.side, room: heap.corridor },
      fixes: others.map((side): Fix => ({ code: 'spoilOn', facts: { side }, patches: [{ path: ['spoil', 'side'], value: side }] })),
    },
  ];
}

/** Heaps the machine cannot tip on from where it digs, ridged or flat: the worst of them is named. */
export function cannotTip({
  run,
  profile,
  heaps,
  machine,
}: SpoilContext): Found<{ machine: string; height: number; away: number; basis: string }>[] {
  const where = rangesWhere(profile.station, (i) => between(heaps.past, i) > EPSILON);
  const worst = heaps.past.indexOf(largest(heaps.past));
  if (where.length === 0 && !((heaps.past[worst] ?? 0) > EPSILON)) return [];
  const reach = run.reaches[profile.reach[worst] as number] as Reach;
  const [heap] = heapsAt(run.spoil, reach, profile.depth[worst] as number, profile.area[worst] as number, machine.arm).sort(
    (a, b) => b.past - a.past,
  ) as [Heap];
  const at = profile.station[worst] as number;
  return [
    {
      severity: 'caution',
      where: where.length > 0 ? where : [{ from: at, to: at }],
      facts: { machine: machine.name, height: heap.height, away: farTop(heap), basis: machine.basis },
      fixes: [],
    },
  ];
}

/** A heap near shores that is higher than their tables allow for: nearer the lip than the trench is deep it leans on them. */
export function heapOnShores({ run, rules, profile, places, machine }: SpoilContext): Found<{ height: number; most: number }>[] {
  const most = rules.shoreSurcharge.value;
  if (most === null) return [];
  return places.flatMap((place) => {
    if (place.sides.protection !== 'shores' || place.kind !== 'reach') return [];
    const reach = run.reaches[place.reach] as Run['reaches'][number];
    const { depth, station } = place.deepest;
    const at = profile.station.findIndex((one, i) => one === station && profile.reach[i] === place.reach);
    const [heap] = heapsAt(run.spoil, reach, depth, profile.area[at] ?? 0, machine.arm)
      .filter(({ height, inner, lip }) => height > most + EPSILON && inner - lip < depth - EPSILON)
      .sort((a, b) => b.height - a.height);
    if (!heap) return [];
    const setback = Math.ceil(depth * 10 - EPSILON) / 10;
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { height: heap.height, most },
        fixes: [{ code: 'setBack', facts: { setback }, patches: [{ path: ['spoil', 'setback'], value: setback }] }],
      },
    ];
  });
}

/** Suspect ground is kept apart and off site; who may take it is not ours to say. */
export const suspectGround = ({ run }: Pick<SpoilContext, 'run'>): Found<{ what: string }>[] =>
  run.logistics.suspect.map(({ id, from, to, what }) => ({
    severity: 'caution',
    subject: { kind: 'stretch', id },
    where: [{ from, to }],
    facts: { what },
    fixes: [],
  }));
