import { restsOn, type Kit, type Protection, type SoilClass } from '../catalogue';
import { ByDepth, EPSILON, joinedPieces, type Range } from '../geometry';
import { bucketsOf, linesIn, reachSplit, type Fix, type Found, type Reach, type Run, type Severity, type Wall } from '../job';
import type { Rules } from '../rules';
import { isPit, placeSubject, which, wholeOf, widthPath } from '../trench/places';
import { layerHeights } from '../trench/layers';
import type { Place, WhichPlace } from '../trench';
import { GRAVITY } from '../units';
import type { ProtectionContext } from './checks';
import { allSides, heldBy, insteadOf, outgrows, tablesOf, withTable } from './fixes';
import { gravest, type Judged } from './judged';
import { passingLines } from './passing';
import { heaviestOf } from './schedule';
import { supportHeight } from './support';
import { batterFor, classSlope } from './walls';

/** Something the supports of a place do not do, as gravely as its depth makes it. */
function ofSupports<F>(
  { judged }: ProtectionContext,
  code: 'noTable' | 'pastTable' | 'noSpacing' | 'shoresC' | 'low' | 'notUpright',
  say: (judged: Judged, depth: number) => { facts: F; fixes: Fix[] },
): Found<F & { place: WhichPlace; by: Protection; depth: number }>[] {
  return judged.flatMap((one) => {
    const found = gravest(one.pieces, (fault) => fault.code === code);
    if (!found) return [];
    const { facts, fixes } = say(one, found.depth);
    return [
      {
        severity: found.severity,
        subject: placeSubject(one.place),
        where: found.where,
        facts: { ...facts, place: which(one.place), by: one.place.sides.protection, depth: found.depth },
        fixes,
      },
    ];
  });
}

/** Supports nobody has chosen a table for: without one nobody knows what they hold. */
export const noTable = (context: ProtectionContext) =>
  ofSupports(context, 'noTable', ({ place }) => {
    const { protection } = place.sides;
    const tables = protection === 'none' ? [] : tablesOf(context.job, protection);
    return {
      facts: {},
      fixes: tables.map((kit): Fix => ({
        code: 'takeKit',
        facts: { name: kit.name },
        patches: withTable(place, kit),
      })),
    };
  });

/** Supports deeper than their table goes, or slopes over them deeper than theirs. */
export const pastTable = (context: ProtectionContext) =>
  ofSupports(context, 'pastTable', ({ place, support }) => ({
    facts: {
      name: support?.kit?.name ?? '',
      rated: support?.kit?.depth ?? 0,
      source: support?.kit ? restsOn(support.kit.source, support.kit, 'depth') : '',
    },
    fixes: otherTables(context, place, support?.kit),
  }));

/** Depths at which shores have no spacing, by the maker's table or the rules. */
export const noShoreSpacing = (context: ProtectionContext) =>
  ofSupports(context, 'noSpacing', ({ place }) => ({ facts: {}, fixes: insteadOf(context.job, place, context.rules, 'shores') }));

/** Shores alone in type C run out between them. Without a table there is no mending it here; with one another way holds it. */
export const shoresInC = (context: ProtectionContext) =>
  ofSupports(context, 'shoresC', ({ place, support }) => ({
    facts: {},
    fixes: support?.kit ? insteadOf(context.job, place, context.rules, 'shores') : [],
  }));

/** Shields that do not stand as high as they must. */
export const tooLow = (context: ProtectionContext) =>
  ofSupports(context, 'low', ({ place, support }, depth) => {
    const { kit, schedule } = support ?? {};
    const stack = schedule?.kind === 'shield' ? schedule.stack : undefined;
    const { ratio } = classSlope(context.rules, place.soil);
    const foot = Math.floor(((stack?.height ?? 0) - (context.rules.supportOverToe.value ?? 0)) * 100) / 100;
    return {
      facts: {
        name: kit?.name ?? '',
        source: kit?.source ?? '',
        extensions: stack?.extensions ?? 0,
        height: stack?.height ?? 0,
        wanted: supportHeight(place, depth, context.rules),
      },
      fixes: [
        ...(ratio > 0 && foot >= 0.1
          ? [
              {
                code: 'batterAbove' as const,
                facts: { ratio },
                patches: allSides({ ...place, ends: undefined }, { kind: 'batter', ratio, foot }),
              },
            ]
          : []),
        ...otherTables(context, place, kit),
      ],
    };
  });

/** Shores against a side that leans or steps. */
export const nothingToPressOn = (context: ProtectionContext) =>
  ofSupports(context, 'notUpright', ({ place }) => ({
    facts: {},
    fixes: [{ code: 'uprightSides', facts: {}, patches: allSides({ ...place, ends: undefined }, { kind: 'vertical' }) }],
  }));

/** Other tables of the kind of supports a place has. */
function otherTables({ job }: ProtectionContext, place: Place, now: Kit | undefined): Fix[] {
  if (place.sides.protection === 'none') return [];
  return tablesOf(job, place.sides.protection)
    .filter((kit) => kit.id !== now?.id && kit.depth >= place.deepest.depth)
    .map((kit) => ({ code: 'takeKit', facts: { name: kit.name }, patches: heldBy(place, kit) }));
}

/** A box that does not go into its pit: longer than the pit. */
export const boxLongerThanPit = ({ judged }: ProtectionContext): Found<{ place: WhichPlace; name: string; box: number; pit: number }>[] =>
  judged.flatMap(({ place, support }) => {
    const kit = support?.kit;
    const length = place.to - place.from;
    if (kit?.kind !== 'shield' || !outgrows(kit, place)) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), name: kit.name, box: kit.length, pit: length },
        fixes: [{ code: 'pitLong', facts: { length: kit.length }, patches: [{ path: [...place.path, 'length'], value: kit.length }] }],
      },
    ];
  });

/** Boxes shorter together than a stick that is laid between them. */
export const boxesShorterThanStick = ({
  judged,
  placed,
}: ProtectionContext): Found<{ boxes: number; length: number; stick: number; source: string }>[] =>
  judged.flatMap(({ place, support }) => {
    if (isPit(place) || support?.schedule?.kind !== 'shield' || support.kit?.kind !== 'shield') return [];
    const stick = linesIn(placed, place.from, place.to).reduce(
      (longest, { product: { stock } }) => (stock.form === 'stick' ? Math.max(longest, stock.length) : longest),
      0,
    );
    const { boxes } = support.schedule;
    const length = boxes * support.kit.length;
    if (length >= stick - EPSILON) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { boxes, length, stick, source: restsOn(support.kit.source, support.kit, 'length') },
        fixes: [{ code: 'keepOpen', facts: { length: stick }, patches: [{ path: ['conditions', 'open'], value: stick }] }],
      },
    ];
  });

/** A bucket that does not pass between the plates of the box it digs in. */
export const bucketWiderThanBox = ({ job, judged }: ProtectionContext): Found<{ place: WhichPlace; inside: number; narrowest: number }>[] =>
  judged.flatMap(({ place }) => {
    const [narrowest] = bucketsOf(job) as [number];
    if (place.sides.protection !== 'shield' || narrowest < place.width - EPSILON) return [];
    const width = Math.ceil((narrowest + BUCKET_ROOM) * 100 - 1e-6) / 100;
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), inside: place.width, narrowest },
        fixes: [{ code: 'widen', facts: { width }, patches: [{ path: widthPath(place), value: width }] }],
      },
    ];
  });

/** Room a bucket needs to pass between plates, both sides together, metres. Source: usual. */
const BUCKET_ROOM = 0.05;

/** Shores none of whose cylinders spans the width. */
export const cylinderOutOfStroke = ({
  judged,
}: ProtectionContext): Found<{ place: WhichPlace; name: string; width: number; source: string }>[] =>
  judged.flatMap(({ place, support }) => {
    if (support?.schedule?.kind !== 'shores' || support.schedule.cylinder || !support.kit) return [];
    const { kit } = support;
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), name: kit.name, width: place.width, source: restsOn(kit.source, kit, 'cylinders') },
        fixes: [
          {
            code: kit.most > place.width ? 'widen' : 'narrow',
            facts: { width: kit.most },
            patches: [{ path: widthPath(place), value: kit.most }],
          },
        ],
      },
    ];
  });

/** The heaviest piece of the supports against what somebody typed the machine may lift here. */
export const tooHeavyToLift = ({ run, judged }: ProtectionContext): Found<{ place: WhichPlace; mass: number; most: number }>[] =>
  judged.flatMap(({ place, support }) => {
    const most = run.conditions.lift;
    const mass = support?.schedule ? heaviestOf(support.schedule) : 0;
    if (most === null || mass <= most + EPSILON) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), mass, most },
        fixes: [],
      },
    ];
  });

/** Drawing a box in one pull: rocked and drawn in lifts it comes with less. */
export const hardToDraw = ({ run, judged }: ProtectionContext): Found<{ pull: number; most: number }>[] =>
  judged.flatMap(({ place, support }) => {
    const most = run.conditions.lift;
    if (most === null || support?.schedule?.kind !== 'shield' || support.schedule.pull <= most * GRAVITY) return [];
    return [
      {
        severity: 'caution' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { pull: support.schedule.pull, most },
        fixes: [],
      },
    ];
  });

/** Existing lines that pass through the plates, sheets or rails of a place: nothing can stand there. */
export function linesThroughSupports(context: ProtectionContext): Found<{ place: WhichPlace; name: string; by: Protection }>[] {
  const { run, rules, existing, judged } = context;
  return judged.flatMap(({ place, support }) => {
    const { protection } = place.sides;
    if (protection === 'none' || !place.sides.entry) return [];
    const schedule = support?.schedule;
    const gaps =
      schedule?.kind === 'shores' ? schedule.gaps.map(({ from, to }) => ({ from: from + place.from, to: to + place.from })) : undefined;
    const height = schedule?.kind === 'shield' ? schedule.stack.height : supportHeight(place, place.deepest.depth, rules);
    const toe = support?.kit?.kind === 'sheets' ? support.kit.toe : 0;
    return passingLines(place, existing, rules, height, toe).flatMap(({ line, where }) => {
      // Sets of shores step aside; only what is longer than their spacing stops them.
      const hit = gaps ? where.filter((one) => gaps.some(({ from, to }) => one.from < to && one.to > from)) : where;
      if (hit.length === 0 || (protection === 'shores' && !schedule)) return [];
      return [
        {
          severity: 'stop' as Severity,
          subject: placeSubject(place),
          with: { kind: 'existing' as const, id: line.id },
          where: hit,
          facts: { place: which(place), name: line.name, by: protection },
          fixes: slopeThere(run, rules, place, hit),
        },
      ];
    });
  });
}

/** The reach laid back where a line lies in the way of its supports: a reach of its own, as far as the slope's toe needs. */
function slopeThere(run: Run, rules: Rules, place: Place, where: readonly Range[]): Fix[] {
  const [first] = where;
  if (isPit(place) || !first || where.length > 1) return [];
  const wall: Wall = batterFor(rules, place.soil);
  const [from, to] = [Math.floor((first.from - 0.25) * 10) / 10, Math.ceil((first.to + 0.25) * 10) / 10];
  const change = { left: wall, right: wall, protection: 'none', kit: null, panel: null, supportWidths: null } as const;
  return [
    {
      code: 'slopeThere',
      facts: { from, to, ratio: classSlope(rules, place.soil).ratio },
      patches: reachSplit(run, place.id, { from, to }, change),
    },
  ];
}

/** Sheets in a slit where the ground does not stand by itself: the slit closes on the bucket. */
export const slitDoesNotStand = ({ judged }: ProtectionContext): Found<{ place: WhichPlace; soil: SoilClass }>[] =>
  judged.flatMap(({ place }) =>
    place.sides.protection !== 'sheets' || (place.soil !== 'C' && !place.granular)
      ? []
      : [
          {
            severity: 'stop' as const,
            subject: placeSubject(place),
            where: wholeOf(place),
            facts: { place: which(place), soil: place.soil },
            fixes: [],
          },
        ],
  );

/** A slit deeper than slits stand, with the toe of its sheets. */
export const slitTooDeep = ({ judged, rules }: ProtectionContext): Found<{ place: WhichPlace; depth: number; most: number }>[] =>
  judged.flatMap(({ place, support }) => {
    const most = rules.slitDepth.value;
    const kit = support?.kit;
    if (kit?.kind !== 'sheets' || most === null) return [];
    const deep = new ByDepth([most - kit.toe], (depth) => depth + kit.toe > most + EPSILON);
    const pieces = deep.along(place.station, place.depth).filter(({ answer }) => answer);
    if (pieces.length === 0) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: joinedPieces(pieces),
        facts: { place: which(place), depth: place.deepest.depth + kit.toe, most },
        fixes: [],
      },
    ];
  });

/** No bucket to hand that is narrow enough for the slit. */
export const slitBucketTooWide = ({
  job,
  judged,
  rules,
}: ProtectionContext): Found<{ place: WhichPlace; narrowest: number; most: number }>[] =>
  judged.flatMap(({ place, support }) => {
    const most = rules.slitBucket.value;
    const [narrowest] = bucketsOf(job) as [number];
    if (support?.kit?.kind !== 'sheets' || most === null || narrowest <= most + EPSILON) return [];
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), narrowest, most },
        fixes: [],
      },
    ];
  });

/** The lowest strut of a box in the way of what is laid under it. */
export const strutInTheWay = ({
  job,
  run,
  judged,
  placed,
  rules,
}: ProtectionContext): Found<{ place: WhichPlace; strut: number; needed: number }>[] =>
  judged.flatMap(({ place, support }) => {
    if (isPit(place) || support?.schedule?.kind !== 'shield') return [];
    const reach = run.reaches[place.reach] as Reach;
    const here = linesIn(placed, place.from, place.to);
    const needed = layerHeights(reach, here).crown + (rules.layRoom.value ?? 0);
    const { strut } = support.schedule;
    if (strut >= needed - EPSILON) return [];
    const higher = tablesOf(job, 'shield').filter(
      (kit) => kit.kind === 'shield' && kit.strut >= needed && kit.depth >= place.deepest.depth,
    );
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), strut, needed },
        fixes: higher.map((kit): Fix => ({ code: 'takeKit', facts: { name: kit.name }, patches: heldBy(place, kit) })),
      },
    ];
  });

/** Rails in stock none of which holds the depth. */
export const noRailLongEnough = ({
  judged,
}: ProtectionContext): Found<{ place: WhichPlace; name: string; longest: number; depth: number }>[] =>
  judged.flatMap(({ place, support }) => {
    if (support?.schedule?.kind !== 'shores' || !support.schedule.noRail || support.kit?.kind !== 'shores') return [];
    const longest = Math.max(...support.kit.rails.map(({ length }) => length));
    return [
      {
        severity: 'stop' as const,
        subject: placeSubject(place),
        where: wholeOf(place),
        facts: { place: which(place), name: support.kit.name, longest, depth: place.deepest.depth },
        fixes: [],
      },
    ];
  });
