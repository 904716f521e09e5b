import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { LEAST_APART, applyPatches, MAX_STATION, productOf, type Job, type Patch, type Run } from '../job';
import { chainages, distance, extent, fitRoute, levelsOn, routeOf, type PlanPoint } from '../alignment';
import { withStations } from '../alignment/restation';
import { FOOT } from '../units';
import { alongDrawn } from './geojson';
import { mustBeText, refuse } from './refuse';

/** Largest LandXML read, in characters. */
export const MAX_LANDXML = 20_000_000;
/** Curves are drawn as chords that stray no further than this, metres. */
const SAGITTA = 0.005;
/** Deeper nesting than any LandXML has. */
const MOST_DEPTH = 60;

/** One alignment of a file: its line on the plan, ground and design levels along it. Metres. */
export interface Alignment {
  name: string;
  start: number;
  route: PlanPoint[];
  ground: Run['stations'] | undefined;
  /** Points of the design profile, straight between. */
  design: { station: number; level: number }[] | undefined;
}

/** An element with what stands in it, in the order of the file. */
interface Node {
  name: string;
  attributes: Record<string, string>;
  children: Node[];
  text: string;
}
type Ordered = Record<string, unknown>;

/** The parser's ordered form as plain nodes. */
const toNodes = (items: readonly Ordered[]): Node[] =>
  items.flatMap((item): Node[] => {
    const name = Object.keys(item).find((key) => key !== ':@' && key !== '#text');
    if (name === undefined) return [];
    const inside = item[name] as Ordered[];
    const text = inside.map((child) => ('#text' in child ? String(child['#text'] as string) : '')).join(' ');
    return [{ name, attributes: (item[':@'] as Record<string, string> | undefined) ?? {}, children: toNodes(inside), text }];
  });
const nodes = (parent: Node | undefined, name: string): Node[] => parent?.children.filter((child) => child.name === name) ?? [];
const textOf = (node: Node | undefined): string => node?.text ?? '';
const numberOf = (value: unknown): number | undefined => {
  const parsed = typeof value === 'string' && value.trim() !== '' ? Number(value) : NaN;
  return Number.isFinite(parsed) ? parsed : undefined;
};
const numbers = (text: string): number[] => text.trim().split(/\s+/).filter(Boolean).map(Number);

/**
 * Reads alignments from LandXML 1.x: lines, arcs, spirals (as chords) and irregular lines, with ground (ProfSurf) and design (ProfAlign)
 * profiles; metric, international or US survey feet. Points are north, east.
 * @throws InputError with a sentence: not XML, entity declarations, no alignment, units that contradict the numbers.
 */
export function readLandXml(text: string): Alignment[] {
  mustBeText(text, MAX_LANDXML, 'LandXML');
  // A few entities that call each other unfold to gigabytes; no LandXML needs one.
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    refuse('The file declares XML entities or a document type. LandXML needs neither, and they can be misused: nothing was read.');
  mustBeShallow(text);
  const valid = XMLValidator.validate(text);
  if (valid !== true) refuse(`This is not sound XML (line ${valid.err.line}: ${valid.err.msg}) Nothing was read.`);
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    parseTagValue: false,
    parseAttributeValue: false,
    removeNSPrefix: true,
    trimValues: true,
  });
  const root = toNodes(parser.parse(text) as Ordered[]).find(({ name }) => name === 'LandXML');
  if (!root) refuse('This XML is not LandXML. Nothing was read.');
  const units = unitsOf(root);
  const alignments = nodes(root, 'Alignments').flatMap((group) => nodes(group, 'Alignment'));
  if (alignments.length === 0) refuse('There is no alignment in this LandXML. Nothing was read.');
  return alignments.map((node, index) => alignmentOf(node, index, units));
}

function mustBeShallow(text: string): void {
  let depth = 0;
  for (const [tag] of text.matchAll(/<(?:\/[^>]*|[^!?/>][^>]*)>/g)) {
    if (tag.startsWith('</')) depth--;
    else if (!tag.endsWith('/>')) depth++;
    if (depth > MOST_DEPTH) refuse('The file nests deeper than any LandXML does. Nothing was read.');
  }
}

interface Units {
  length: number;
  /** A direction as radians clockwise from north. */
  direction: (value: number) => number;
}

function unitsOf(root: Node): Units {
  const [units] = nodes(root, 'Units');
  const imperial = nodes(units, 'Imperial')[0];
  const system = imperial ?? nodes(units, 'Metric')[0];
  if (!system) refuse('The file does not say its units (Metric or Imperial). Nothing was read.');
  const named = String(system.attributes.linearUnit ?? (imperial ? 'foot' : 'meter'));
  const lengths: Record<string, number> = {
    meter: 1,
    metre: 1,
    millimeter: 0.001,
    centimeter: 0.01,
    kilometer: 1000,
    foot: FOOT,
    USSurveyFoot: 1200 / 3937,
    inch: FOOT / 12,
    mile: 5280 * FOOT,
  };
  const length = lengths[named];
  if (length === undefined) refuse(`The file’s unit of length, “${named}”, is not known here. Nothing was read.`);
  const angular = String(system.attributes.directionUnit ?? system.attributes.angularUnit ?? 'radians');
  return { length, direction: (value) => directionIn(angular, value) };
}

function directionIn(unit: string, value: number): number {
  const degrees = (d: number) => (d * Math.PI) / 180;
  if (unit === 'radians') {
    if (Math.abs(value) > 2 * Math.PI + 1e-6)
      refuse(`A direction is ${value}, yet the file says its directions are radians. Degrees were meant, perhaps; nothing was read.`);
    return value;
  }
  if (unit === 'grads') return (value * Math.PI) / 200;
  if (unit === 'decimal degrees') return degrees(value);
  if (unit === 'decimal dd.mm.ss') {
    const size = Math.abs(value);
    const whole = Math.floor(size + 1e-9);
    const minutes = Math.floor((size - whole) * 100 + 1e-7);
    const seconds = ((size - whole) * 100 - minutes) * 100;
    return degrees(Math.sign(value) * (whole + minutes / 60 + seconds / 3600));
  }
  return refuse(`Directions in “${unit}” are not known here. Nothing was read.`);
}

function alignmentOf(node: Node, index: number, units: Units): Alignment {
  const name = String(node.attributes.name ?? `Alignment ${index + 1}`).trim() || `Alignment ${index + 1}`;
  const fail = (message: string): never => refuse(`“${name}”: ${message} Nothing was read.`);
  const route = routeFrom(nodes(node, 'CoordGeom')[0], units, fail);
  const length = chainages(route).at(-1) ?? 0;
  const from = (numberOf(node.attributes.staStart) ?? 0) * units.length;
  // Stations that would leave the format's range count from nothing instead.
  const start = from >= 0 && from + length <= MAX_STATION ? from : 0;
  const shift = start - from;
  const profile = nodes(node, 'Profile');
  const surf = profile.flatMap((one) => nodes(one, 'ProfSurf'))[0];
  const align = profile.flatMap((one) => nodes(one, 'ProfAlign'))[0];
  const ground = surf && pairs(textOf(nodes(surf, 'PntList2D')[0]), units, shift, fail);
  return {
    name,
    start,
    route,
    ground: ground && groundAlong(ground, start, start + length, fail),
    design: align && designFrom(align, units, shift, fail),
  };
}

type Fail = (message: string) => never;
const PARTS = new Set(['Line', 'Curve', 'Spiral', 'IrregularLine']);
/** Stations closer than this are the same, metres. */
const SAME = 0.001;

/** Points are written north, east (and height). */
function pointOf(text: string, units: Units, fail: Fail): PlanPoint {
  const [north, east] = numbers(text);
  if (north === undefined || east === undefined || !Number.isFinite(north) || !Number.isFinite(east))
    fail(`“${text.slice(0, 40)}” is not a point (north east).`);
  return { x: (east as number) * units.length, y: (north as number) * units.length };
}

function routeFrom(geometry: Node | undefined, units: Units, fail: Fail): PlanPoint[] {
  if (!geometry) fail('has no geometry.');
  const points: PlanPoint[] = [];
  const push = (more: readonly PlanPoint[]) => {
    for (const point of more) {
      const last = points.at(-1);
      if (!last || distance(last, point) > 0.001) points.push(point);
    }
  };
  const named = (part: Node, name: string) => {
    const [child] = nodes(part, name);
    return child ? pointOf(textOf(child), units, fail) : undefined;
  };
  const parts = geometry?.children.filter(({ name }) => PARTS.has(name)) ?? [];
  const shapes = parts.map((part) => {
    const kind = part.name;
    const start = named(part, 'Start') ?? fail('has a part without a start.');
    if (kind === 'IrregularLine') {
      const list = numbers(textOf(nodes(part, 'PntList2D')[0] ?? nodes(part, 'PntList3D')[0]));
      const stride = nodes(part, 'PntList2D').length > 0 ? 2 : 3;
      const inner = Array.from({ length: Math.floor(list.length / stride) }, (_, i) => ({
        x: (list[i * stride + 1] as number) * units.length,
        y: (list[i * stride] as number) * units.length,
      }));
      return [start, ...inner, named(part, 'End') ?? inner.at(-1) ?? start];
    }
    const end = named(part, 'End') ?? byDirection(part, start, units, fail);
    if (kind === 'Curve') return arc(part, start, end, named(part, 'Center'), units, fail);
    if (kind === 'Spiral') return [start, named(part, 'PI') ? between(start, named(part, 'PI') as PlanPoint, end) : end, end];
    return [start, end];
  });
  for (const shape of shapes) push(shape);
  if (points.length < 2) fail('is shorter than two points.');
  if (points.some(({ x, y }) => Math.abs(x) > 1e7 || Math.abs(y) > 1e7)) fail('has coordinates more than 10,000 km from the origin.');
  return points;
}

/** The middle of a spiral, near enough: on the way from its ends to where their tangents meet. */
const between = (a: PlanPoint, pi: PlanPoint, b: PlanPoint): PlanPoint => ({
  x: (a.x + 2 * pi.x + b.x) / 4,
  y: (a.y + 2 * pi.y + b.y) / 4,
});

function byDirection(part: Node, start: PlanPoint, units: Units, fail: Fail): PlanPoint {
  const [dir, length] = [numberOf(part.attributes.dir), numberOf(part.attributes.length)];
  if (dir === undefined || length === undefined) return fail('has a part without an end.');
  const angle = units.direction(dir);
  return { x: start.x + Math.sin(angle) * length * units.length, y: start.y + Math.cos(angle) * length * units.length };
}

/** An arc as chords. Its centre comes from the file, or from its radius and the side it turns to. */
function arc(part: Node, start: PlanPoint, end: PlanPoint, given: PlanPoint | undefined, units: Units, fail: Fail): PlanPoint[] {
  const clockwise = part.attributes.rot === 'cw';
  const radius = given
    ? distance(given, start)
    : (numberOf(part.attributes.radius) ?? fail('has a curve without centre and radius.')) * units.length;
  const half = distance(start, end) / 2;
  const up = Math.sqrt(Math.max(0, radius * radius - half * half));
  const side = clockwise ? -1 : 1;
  const [dx, dy] = [(end.x - start.x) / (2 * half), (end.y - start.y) / (2 * half)];
  const centre = given ?? { x: (start.x + end.x) / 2 - dy * up * side, y: (start.y + end.y) / 2 + dx * up * side };
  const from = Math.atan2(start.y - centre.y, start.x - centre.x);
  const turn = Math.atan2(end.y - centre.y, end.x - centre.x) - from;
  const sweep = clockwise
    ? -(((-turn % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI))
    : ((turn % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const step = 2 * Math.acos(Math.max(0, 1 - SAGITTA / Math.max(radius, SAGITTA)));
  const count = Math.min(500, Math.max(1, Math.ceil(Math.abs(sweep) / step)));
  return Array.from({ length: count + 1 }, (_, i) =>
    i === 0
      ? start
      : i === count
        ? end
        : { x: centre.x + radius * Math.cos(from + (sweep * i) / count), y: centre.y + radius * Math.sin(from + (sweep * i) / count) },
  );
}

function pairs(text: string, units: Units, shift: number, fail: Fail): { station: number; level: number }[] {
  const list = numbers(text);
  if (list.length < 4 || list.some((value) => !Number.isFinite(value))) fail('has a profile without two points (station level).');
  const points = Array.from({ length: Math.floor(list.length / 2) }, (_, i) => ({
    station: (list[2 * i] as number) * units.length + shift,
    level: (list[2 * i + 1] as number) * units.length,
  }));
  const back = points.findIndex((point, i) => i > 0 && point.station < (points[i - 1] as typeof point).station);
  if (back > 0) fail(`has a profile whose stations go back at ${(points[back]?.station ?? 0).toFixed(3)} m.`);
  return points.filter((point, i) => i === 0 || point.station > (points[i - 1] as typeof point).station + 1e-6);
}

/** Ground levels for the whole line: held level where the profile stops short of an end. */
function groundAlong(points: readonly { station: number; level: number }[], start: number, end: number, fail: Fail): Run['stations'] {
  const inside = points.filter(({ station }) => station > start - SAME && station < end + SAME);
  if (inside.length < 2) return fail('has a ground profile that lies off its line.');
  const at = (station: number) => {
    const k = points.findIndex((point) => point.station >= station);
    const [a, b] = [points[Math.max(0, (k === -1 ? points.length : k) - 1)], points[k === -1 ? points.length - 1 : k]] as [
      (typeof points)[number],
      (typeof points)[number],
    ];
    return b.station > a.station
      ? a.level + (b.level - a.level) * Math.min(1, Math.max(0, (station - a.station) / (b.station - a.station)))
      : b.level;
  };
  const inner = inside
    .filter(({ station }) => station > start + SAME && station < end - SAME)
    .map(({ station, level }) => ({ station, ground: level }));
  return [{ station: start, ground: at(start) }, ...inner, { station: end, ground: at(end) }];
}

/** The design line: points of intersection, and vertical curves as chords between their ends. */
function designFrom(align: Node, units: Units, shift: number, fail: Fail): { station: number; level: number }[] {
  const read = (node: Node) => {
    const [station, level] = numbers(textOf(node));
    if (station === undefined || level === undefined || !Number.isFinite(station) || !Number.isFinite(level))
      return fail('has a design point without station and level.');
    return {
      station: station * units.length + shift,
      level: level * units.length,
      curve: (numberOf(node.attributes.length) ?? 0) * units.length,
    };
  };
  const points = ['PVI', 'ParaCurve', 'CircCurve'].flatMap((name) => nodes(align, name).map(read)).sort((a, b) => a.station - b.station);
  if (points.length < 2) return fail('has a design profile of fewer than two points.');
  return points.flatMap(({ station, level, curve }, i) => {
    const [before, after] = [points[i - 1], points[i + 1]];
    if (curve <= 0 || !before || !after) return [{ station, level }];
    const [g1, g2] = [(level - before.level) / (station - before.station), (after.level - level) / (after.station - station)];
    const begin = { station: station - curve / 2, level: level - (g1 * curve) / 2 };
    return Array.from({ length: 5 }, (_, k) => {
      const x = (curve * k) / 4;
      return { station: begin.station + x, level: begin.level + g1 * x + ((g2 - g1) * x * x) / (2 * curve) };
    });
  });
}

/**
 * Patches that lay a run along an alignment: its line, its ground where given, its design as inverts to fall between.
 * @throws InputError when the line is too short to be one.
 */
export function alongAlignment(run: Run, { name, start: from, route, ground, design }: Alignment): Patch[] {
  const laid = alongDrawn(run, { name, points: route, levels: undefined });
  const onLine = applyPatches(run, laid);
  const levels = ground ? withStations(onLine, ground).filter(({ path }) => path[0] !== 'route') : [];
  const next = applyPatches(onLine, levels);
  const { start, end } = extent(next);
  // Without ground the run keeps counting from its own start.
  const shift = ground ? 0 : start - from;
  const inside = (design ?? [])
    .map(({ station, level }) => ({ station: station + shift, invert: level, keep: false }))
    .filter(({ station }) => station > start - SAME && station < end + SAME)
    .map((level) => ({ ...level, station: Math.min(end, Math.max(start, level.station)) }))
    .filter(({ station }, i, all) => i === 0 || station - (all[i - 1] as { station: number }).station >= LEAST_APART)
    .map((level, i) => ({ id: `design-${i + 1}`, ...level }));
  if (inside.length < 2) return [...laid, ...levels];
  return [
    ...laid,
    ...levels,
    { path: ['inverts'], value: inside },
    { path: ['reaches'], value: next.reaches.map((reach) => ({ ...reach, levels: { kind: 'gravity' } })) },
  ];
}

/**
 * A run as LandXML 1.2: its line as an alignment, the ground as ProfSurf, finished ground as a second one, and the inverts as ProfAlign.
 * @param at when it is written: ISO date and time, which the format asks for.
 */
export function writeLandXml(job: Job, runs: readonly Run[], at: string): string {
  const imperial = job.units === 'us';
  const unit = imperial ? FOOT : 1;
  const show = (metres: number) => String(Number((metres / unit).toFixed(6)));
  const point = ({ x, y }: PlanPoint) => `${show(y)} ${show(x)}`;
  const list = (points: readonly (readonly [number, number])[]) =>
    points.map(([station, level]) => `${show(station)} ${show(level)}`).join(' ');
  const alignment = (run: Run) => {
    const product = productOf(job, run);
    const { start, length } = extent(run);
    const route = fitRoute(routeOf(run), length);
    const along = chainages(route);
    const inverts = [
      ...new Set([
        start,
        ...run.reaches.map(({ from }) => from),
        ...run.inverts.map(({ station }) => station),
        ...(run.reaches.some(({ levels }) => levels.kind !== 'gravity') ? run.stations.map(({ station }) => station) : []),
        start + length,
      ]),
    ].sort((a, b) => a - b);
    const surface = (name: string, level: (item: Run['stations'][number]) => number) => ({
      '@name': name,
      PntList2D: list(run.stations.map((item) => [item.station, level(item)] as const)),
    });
    return {
      '@name': run.name,
      '@length': show(length),
      '@staStart': show(start),
      CoordGeom: {
        Line: route.slice(1).map((end, i) => ({
          '@length': show((along[i + 1] as number) - (along[i] as number)),
          Start: point(route[i] as PlanPoint),
          End: point(end),
        })),
      },
      Profile: {
        '@name': run.name,
        ProfSurf: [
          surface('Ground', ({ ground }) => ground),
          ...(run.stations.some(({ finished }) => finished !== undefined)
            ? [surface('Finished ground', ({ ground, finished }) => finished ?? ground)]
            : []),
        ],
        ProfAlign: { '@name': 'Invert', PVI: inverts.map((station) => `${show(station)} ${show(levelsOn(run, product, station).invert)}`) },
      },
    };
  };
  return landXmlFile(job, at, { Alignments: { Alignment: runs.map(alignment) } });
}

/** A file of LandXML 1.2 round what it holds, in the units of the job. @param at when it is written, ISO date and time, which the format asks for. */
export function landXmlFile({ name, units }: Pick<Job, 'name' | 'units'>, at: string, content: object): string {
  const imperial = units === 'us';
  const [day, time] = at.split('T') as [string, string | undefined];
  const document = {
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    LandXML: {
      '@xmlns': 'http://www.landxml.org/schema/LandXML-1.2',
      '@version': '1.2',
      '@date': day,
      '@time': (time ?? '00:00:00').slice(0, 8),
      Units: imperial
        ? {
            Imperial: {
              '@linearUnit': 'foot',
              '@areaUnit': 'squareFoot',
              '@volumeUnit': 'cubicYard',
              '@temperatureUnit': 'fahrenheit',
              '@pressureUnit': 'inchHG',
              '@angularUnit': 'radians',
              '@directionUnit': 'radians',
            },
          }
        : {
            Metric: {
              '@linearUnit': 'meter',
              '@areaUnit': 'squareMeter',
              '@volumeUnit': 'cubicMeter',
              '@temperatureUnit': 'celsius',
              '@pressureUnit': 'HPA',
              '@angularUnit': 'radians',
              '@directionUnit': 'radians',
            },
          },
      Project: { '@name': name },
      ...content,
    },
  };
  return new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true, suppressEmptyNode: true }).build(document);
}
