import { Colors, DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import Papa from 'papaparse';
import { routeOf } from '../alignment';
import { asLaidThings } from '../book';
import { doubtWords } from '../dig';
import { placedLines, type Job, type Run } from '../job';
import type { AsLaidPoint } from '../record/points';
import { ascii } from './dxf';
import { fromPlan } from './frame';
import type { Feature } from './geojson';
import { landXmlFile } from './landxml';

/** A run with its record, for the files others read. */
export interface AsLaidRun {
  run: Run;
  points: readonly AsLaidPoint[];
}

/** How a point was measured, in words a file keeps. */
export function measuredBy({ kept, radius, residual, doubt }: AsLaidPoint): string {
  const { place, height } = kept.entry.fact;
  const where =
    place.by === 'tapes'
      ? `tapes ${place.points.map(({ name }, i) => `${name} ${(place.lengths[i] as number).toFixed(3)} m`).join(', ')}${place.third ? `, ${place.third.point.name} ${place.third.length.toFixed(3)} m` : ''}; within ${(radius ?? 0).toFixed(3)} m${residual === undefined ? '' : `, third tape off ${residual.toFixed(3)} m`}`
      : place.by === 'station'
        ? 'station and offset'
        : 'coordinates';
  return `${where}; ${height === null ? 'height not measured' : height.as === 'cover' ? 'cover' : height.setUp ? 'level from a set-up' : 'level'}${doubt ? `, doubtful: ${doubtWords(doubt)}` : ''}`;
}

const round = (metres: number): number => Number(metres.toFixed(4));

/** What is said of a point in every file. Metres. */
const facts = (run: Run, one: AsLaidPoint) => ({
  run: run.name,
  what: asLaidThings[one.what].toLowerCase(),
  name: one.name,
  line: one.line?.name ?? '',
  product: one.line?.product.name ?? '',
  station: round(one.lies.station),
  offset: round(one.lies.offset),
  x: round(one.at.x),
  y: round(one.at.y),
  top: one.top === undefined ? '' : round(one.top),
  plannedStation: round(one.station),
  offAlong: round(one.along),
  offAcross: round(one.across),
  offUp: one.up === undefined ? '' : round(one.up),
  good: one.good,
  measuredBy: measuredBy(one),
  at: one.kept.entry.at,
  by: one.kept.entry.author,
  id: one.id,
});

/** The points as a table, metres: where each lies, off its plan by how much, and how it was measured. */
export function writeAsLaidCsv(runs: readonly AsLaidRun[]): string {
  const rows = runs.flatMap(({ run, points }) => points.map((one) => facts(run, one)));
  return Papa.unparse(rows, { escapeFormulae: true });
}

/** Points and lines as GeoJSON (RFC 7946): degrees where the job has an origin, else metres of the site, and the file says so. */
export function writeAsLaidGeoJson(job: Job, runs: readonly AsLaidRun[]): string {
  const at = ({ at: { x, y }, top }: AsLaidPoint): [number, number] | [number, number, number] => {
    const [a, b] = job.origin ? fromPlan(job.origin, { x, y }) : ([x, y] as [number, number]);
    return top === undefined ? [a, b] : [a, b, top];
  };
  const features = runs.flatMap(({ run, points }): Feature[] => [
    ...linesOf(job, run, points).map(({ name, own }): Feature => ({
      type: 'Feature',
      geometry: { type: 'LineString', coordinates: own.map(at) },
      properties: { feature: 'asLaidLine', run: run.name, name },
    })),
    ...points.map((one): Feature => ({
      type: 'Feature',
      geometry: { type: 'Point', coordinates: at(one) },
      properties: { feature: 'asLaid', ...facts(run, one) },
    })),
  ]);
  return `${JSON.stringify({ type: 'FeatureCollection', ...(job.origin ? {} : { coordinates: 'metres' }), features }, null, 1)}\n`;
}

/** The lines of a run by the points measured on them, in order; a line of fewer than two is none. */
const linesOf = (job: Job, run: Run, points: readonly AsLaidPoint[]): { name: string; own: AsLaidPoint[] }[] =>
  placedLines(job, run).flatMap(({ id, name }) => {
    const own = points.filter(({ line }) => line?.id === id).toSorted((a, b) => a.lies.station - b.lies.station);
    return own.length > 1 ? [{ name, own }] : [];
  });

/** The record drawn on the plan as DXF, metres: the plan in grey, what was laid in blue, each point with what it is and its level. */
export function writeAsLaidDxf(job: Job, runs: readonly AsLaidRun[]): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Meters);
  for (const [name, colour] of [
    ['PLAN', 8],
    ['AS_LAID', Colors.Blue],
    ['POINTS', Colors.Red],
    ['TEXT', Colors.White],
  ] as const)
    dxf.addLayer(name, colour, 'Continuous');
  for (const { run, points } of runs) {
    dxf.addLWPolyline(
      routeOf(run).map((point) => ({ point })),
      { layerName: 'PLAN' },
    );
    for (const { own } of linesOf(job, run, points))
      dxf.addLWPolyline(
        own.map(({ at }) => ({ point: at })),
        { layerName: 'AS_LAID' },
      );
    for (const one of points) {
      dxf.addCircle(point3d(one.at.x, one.at.y, one.top ?? 0), 0.1, { layerName: 'POINTS' });
      const words = [asLaidThings[one.what], one.name, one.top === undefined ? '' : one.top.toFixed(3)].filter(Boolean).join(' ');
      dxf.addText(point3d(one.at.x + 0.2, one.at.y + 0.2), 0.3, ascii(words), { layerName: 'TEXT' });
    }
  }
  return dxf.stringify();
}

/** The record as LandXML 1.2: every point as a CgPoint with what it is, and each line of them as an alignment with its tops as profile. Metres. */
export function writeAsLaidLandXml(job: Job, runs: readonly AsLaidRun[], at: string): string {
  const show = (metres: number) => String(Number(metres.toFixed(6)));
  const points = runs.flatMap(({ run, points: own }) => own.map((one) => ({ run, one })));
  const alignments = runs.flatMap(({ run, points: all }) =>
    linesOf(job, run, all).map(({ name, own }) => {
      const along = own.reduce<number[]>((sums, { at: here }, i) => {
        const before = own[i - 1];
        return [...sums, before ? (sums.at(-1) as number) + Math.hypot(here.x - before.at.x, here.y - before.at.y) : 0];
      }, []);
      const levels = own.flatMap(({ top }, i) => (top === undefined ? [] : [`${show(along[i] as number)} ${show(top)}`]));
      return {
        '@name': `${run.name}: ${name}, as laid`,
        '@length': show(along.at(-1) as number),
        '@staStart': '0',
        CoordGeom: {
          Line: own.slice(1).map(({ at: end }, i) => {
            const start = (own[i] as AsLaidPoint).at;
            return { Start: `${show(start.y)} ${show(start.x)}`, End: `${show(end.y)} ${show(end.x)}` };
          }),
        },
        ...(levels.length > 1 ? { Profile: { '@name': name, ProfAlign: { '@name': 'Top as laid', PVI: levels } } } : {}),
      };
    }),
  );
  return landXmlFile({ name: job.name, units: 'metric' }, at, {
    CgPoints: {
      CgPoint: points.map(({ run, one }, i) => ({
        '@name': `${i + 1}`,
        '@desc': [run.name, asLaidThings[one.what], one.name, one.line?.name ?? '', measuredBy(one)].filter(Boolean).join('; '),
        '#text': [one.at.y, one.at.x, ...(one.top === undefined ? [] : [one.top])].map(show).join(' '),
      })),
    },
    ...(alignments.length > 0 ? { Alignments: { Alignment: alignments } } : {}),
  });
}

/** Entries of one kind as a table: when, who, and the kind’s own columns. */
export const writeKindCsv = (
  rows: readonly {
    at: string;
    author: string;
    id: string;
    corrects: string;
    columns: Readonly<Record<string, string | number | boolean>>;
  }[],
): string => {
  const own = [...new Set(rows.flatMap(({ columns }) => Object.keys(columns)))];
  const data = rows.map(({ at, author, id, corrects, columns }) => [at, author, id, corrects, ...own.map((key) => columns[key] ?? '')]);
  return Papa.unparse({ fields: ['at', 'author', 'id', 'corrects', ...own], data }, { escapeFormulae: true });
};
