import { z } from 'zod';
import { evidenceIds, utilityKinds } from '../catalogue';
import { placedLines, MAX_STATIONS, productOf, type Job, type Patch, type Run } from '../job';
import {
  chainages,
  distance,
  extent,
  levelsOn,
  lineOnPlan,
  placeAt,
  routeOf,
  type DrawnLine,
  type DrawnMark,
  type PlanPoint,
} from '../alignment';
import { withRoute, withStations } from '../alignment/restation';
import type { Plan } from '../plan/plan';
import { frameOf, fromPlan } from './frame';
import { mustBeText, refuse } from './refuse';

/** Largest GeoJSON read, in characters. */
export const MAX_GEOJSON = 8_000_000;

type Position = [number, number] | [number, number, number];
export interface Feature {
  type: 'Feature';
  geometry: { type: 'LineString'; coordinates: Position[] } | { type: 'Point'; coordinates: Position };
  properties: Record<string, unknown>;
}
export interface FeatureCollection {
  type: 'FeatureCollection';
  /** Says that coordinates are metres of the site, not degrees. */
  coordinates?: 'metres';
  features: Feature[];
}

/** A run with its plan. */
export interface Planned {
  run: Run;
  plan: Plan;
}

/**
 * A run as GeoJSON (RFC 7946): its line with ground and invert levels, structures, existing lines and hand-dig windows. Degrees when the
 * job has an origin; else metres of the site, and the file says so.
 */
export function writeGeoJson(job: Job, runs: readonly Planned[]): string {
  const at = (point: PlanPoint): [number, number] => (job.origin ? fromPlan(job.origin, point) : [point.x, point.y]);
  const line = (points: readonly PlanPoint[], properties: Record<string, unknown>): Feature => ({
    type: 'Feature',
    geometry: { type: 'LineString', coordinates: points.map(at) },
    properties,
  });
  const features = runs.flatMap(({ run, plan }): Feature[] => {
    const product = productOf(job, run);
    const { start } = extent(run);
    const along = chainages(routeOf(run)).map((chainage) => start + chainage);
    const stations = [...new Set([...along, ...run.stations.map(({ station }) => station)])].sort((a, b) => a - b);
    const points = stations.map((station): Position => {
      const place = placeAt(run, station);
      return [...at(place), levelsOn(run, product, station).ground];
    });
    const { existing: lines, handWindows: windows } = plan;
    return [
      {
        type: 'Feature',
        geometry: { type: 'LineString', coordinates: points },
        properties: {
          feature: 'run',
          name: run.name,
          product: product.name,
          lines: placedLines(job, run).map(({ name, product: kind, from, to, x, up }) => ({ name, product: kind.name, from, to, x, up })),
          stations,
          inverts: stations.map((station) => levelsOn(run, product, station).invert),
        },
      },
      ...run.structures.map((item): Feature => ({
        type: 'Feature',
        geometry: { type: 'Point', coordinates: at(placeAt(run, item.station)) },
        properties: { feature: 'structure', run: run.name, name: item.name, kind: item.kind, station: item.station },
      })),
      ...lines.map((item) =>
        line(lineOnPlan(run, item), {
          feature: 'existing',
          run: run.name,
          name: item.name,
          kind: item.kind,
          size: item.size,
          coverMin: item.coverMin,
          coverMax: item.coverMax,
          evidence: item.evidence,
        }),
      ),
      ...windows.map(({ from, to }) =>
        line(
          [from, to].map((station) => placeAt(run, station)),
          { feature: 'window', run: run.name, from, to },
        ),
      ),
    ];
  });
  const collection: FeatureCollection = { type: 'FeatureCollection', ...(job.origin ? {} : { coordinates: 'metres' }), features };
  return `${JSON.stringify(collection, null, 1)}\n`;
}

const position = z.tuple([z.number(), z.number()]).rest(z.number());
const geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('LineString'), coordinates: z.array(position).min(2) }),
  z.object({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(position).min(2)).min(1) }),
  z.object({ type: z.literal('Point'), coordinates: position }),
]);
const other = z.object({ type: z.enum(['MultiPoint', 'Polygon', 'MultiPolygon', 'GeometryCollection']) });
const feature = z.object({
  type: z.literal('Feature'),
  geometry: z.union([geometry, other]).nullable(),
  properties: z.record(z.string(), z.unknown()).nullable().optional(),
});
const collection = z.object({
  type: z.literal('FeatureCollection'),
  features: z.array(feature).max(20_000),
  coordinates: z.string().optional(),
});
/** What is used of the properties; anything else a file says is left alone. */
const marks = z.object({
  feature: z.string().optional().catch(undefined),
  name: z.string().max(80).optional().catch(undefined),
  kind: z.enum(utilityKinds).optional().catch(undefined),
  size: z.number().min(0.005).max(5).optional().catch(undefined),
  coverMin: z.number().min(0).max(20).optional().catch(undefined),
  coverMax: z.number().min(0).max(20).optional().catch(undefined),
  evidence: z.enum(evidenceIds).optional().catch(undefined),
});

type ParsedLine = DrawnLine & { mark: z.infer<typeof marks> };
export interface GeoJsonPlan {
  /** Lines that may be a run: those called one, else every line that is no mark. */
  runs: DrawnLine[];
  marks: DrawnMark[];
  origin: Job['origin'];
}

/**
 * Reads lines from GeoJSON. Features that say `"feature": "existing"`, or name a kind of service, are lines in the ground.
 * @throws InputError with a sentence when it is no GeoJSON, is too large, or its coordinates make no sense.
 */
export function readGeoJson(text: string, origin: Job['origin']): GeoJsonPlan {
  mustBeText(text, MAX_GEOJSON, 'GeoJSON');
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    refuse(`This is not JSON (${error instanceof Error ? error.message : 'unreadable'}). Nothing was read.`);
  }
  const parsed = collection.safeParse(asCollection(value));
  if (!parsed.success) refuse('This is JSON, but not GeoJSON with lines in it. Nothing was read.');
  const drawn = parsed.data.features.flatMap(({ geometry: shape, properties }) => {
    if (!shape || !('coordinates' in shape) || shape.type === 'Point') return [];
    const parts = shape.type === 'LineString' ? [shape.coordinates] : shape.coordinates;
    return parts.map((positions) => ({ positions, mark: marks.parse(properties ?? {}) }));
  });
  if (drawn.length === 0) refuse('There is no line in this file. Nothing was read.');
  const all = drawn.flatMap(({ positions }) => positions.map(([x, y]) => [x, y] as const));
  const { place, origin: laid } = frameOf(all, origin, parsed.data.coordinates === 'metres');
  const lines = drawn.map(({ positions, mark }): ParsedLine => {
    const points = positions.map(([x, y]) => place([x, y]));
    const levels = positions.every((one) => one.length > 2) ? positions.map((one) => one[2] as number) : undefined;
    return { name: mark.name, points, levels, mark };
  });
  const isMark = ({ mark }: ParsedLine) => mark.feature === 'existing' || (mark.feature === undefined && mark.kind !== undefined);
  const called = lines.filter(({ mark }) => mark.feature === 'run');
  return {
    runs: called.length > 0 ? called : lines.filter((one) => !isMark(one) && one.mark.feature === undefined),
    marks: lines.filter(isMark),
    origin: laid,
  };
}

/** A bare feature or geometry is a collection of one. */
function asCollection(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('type' in value)) return value;
  if (value.type === 'FeatureCollection') return value;
  if (value.type === 'Feature') return { type: 'FeatureCollection', features: [value] };
  return { type: 'FeatureCollection', features: [{ type: 'Feature', geometry: value, properties: {} }] };
}

/** Shortest line taken for a run, metres. Shorter ones come from coordinates in the wrong unit. */
const SHORTEST = 1;

/**
 * Patches that lay a run along a drawn line, with its levels as ground where the file gives them; else the ground the run has is
 * stretched along.
 * @throws InputError when the line is too short to be one.
 */
export function alongDrawn(run: Run, drawn: DrawnLine): Patch[] {
  const kept = drawn.points.flatMap((point, i) =>
    i > 0 && distance(drawn.points[i - 1] as PlanPoint, point) < 0.01 ? [] : [{ point, level: drawn.levels?.[i] }],
  );
  const route = kept.map(({ point }) => point);
  const along = chainages(route);
  const length = along.at(-1) ?? 0;
  if (route.length < 2 || length < SHORTEST)
    refuse(`The line in the file is ${length.toFixed(2)} m long. Are its coordinates in the right unit: degrees, not radians?`);
  if (kept.length > MAX_STATIONS) refuse(`The line has ${kept.length} points; a run holds at most ${MAX_STATIONS}.`);
  const { levels } = drawn;
  if (!levels) {
    const last = route.length - 1;
    return withRoute(
      run,
      route,
      route.map((_, i) => (i === 0 ? 0 : i === last ? routeOf(run).length - 1 : undefined)),
    );
  }
  const { start } = extent(run);
  const stations = kept.map(({ level }, i) => ({ station: start + (along[i] as number), ground: level as number }));
  return [...withStations(run, stations).filter(({ path }) => path[0] !== 'route'), { path: ['route'], value: route }];
}
