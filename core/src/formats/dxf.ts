import { Colors, DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { utilityMarks, structureTypes } from '../catalogue';
import { smallest } from '../geometry';
import type { Job } from '../job';
import { chainageTable, extent, lineOnPlan, placeAt, routeOf, stretchOf, type PlanPoint } from '../alignment';
import { formatGradient, formatLength, formatStation } from '../units';
import type { Planned } from './geojson';

/** Heights of a long section are drawn this many times as tall. */
export const EXAGGERATION = 10;

interface Drawing {
  polyline: (layer: string, points: readonly PlanPoint[]) => void;
  text: (layer: string, at: PlanPoint, height: number, words: string) => void;
  circle: (layer: string, at: PlanPoint, radius: number) => void;
  toString: () => string;
}

function drawing(layers: Record<string, number>): Drawing {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Meters);
  for (const [name, colour] of Object.entries(layers)) dxf.addLayer(name, colour, 'Continuous');
  return {
    polyline: (layerName, points) =>
      void dxf.addLWPolyline(
        points.map((point) => ({ point })),
        { layerName },
      ),
    text: (layerName, at, height, words) => void dxf.addText(point3d(at.x, at.y), height, ascii(words), { layerName }),
    circle: (layerName, at, radius) => void dxf.addCircle(point3d(at.x, at.y), radius, { layerName }),
    toString: () => dxf.stringify(),
  };
}

/** Older programs read DXF text as ASCII only: other characters are written the way the format has for them. */
export const ascii = (words: string): string =>
  words.replace(/[^\x20-\x7e]/g, (char) => `\\U+${(char.codePointAt(0) ?? 63).toString(16).toUpperCase().padStart(4, '0')}`);

/** The plan of the runs as DXF, metres: lines, station ticks, structures, existing lines, hand-dig windows. */
export function writePlanDxf(job: Job, planned: readonly Planned[]): string {
  const dxf = drawing({
    LINE: Colors.Blue,
    STATIONS: Colors.White,
    STRUCTURES: Colors.Magenta,
    EXISTING: Colors.Red,
    WINDOWS: Colors.Yellow,
    TEXT: Colors.White,
  });
  for (const { run, plan } of planned) {
    const { start, end } = extent(run);
    dxf.polyline('LINE', routeOf(run));
    for (let station = Math.ceil(start / 10) * 10; station <= end; station += 10) {
      const { x, y, heading } = placeAt(run, station);
      const [nx, ny] = [-Math.sin(heading) * 0.4, Math.cos(heading) * 0.4];
      dxf.polyline('STATIONS', [
        { x: x - nx, y: y - ny },
        { x: x + nx, y: y + ny },
      ]);
      dxf.text('STATIONS', { x: x + 2 * nx, y: y + 2 * ny }, 0.4, formatStation(station, job.units));
    }
    for (const { name, kind, station, diameter } of run.structures) {
      const at = placeAt(run, station);
      dxf.circle('STRUCTURES', at, Math.max(0.2, diameter / 2));
      dxf.text('STRUCTURES', { x: at.x + 0.6, y: at.y + 0.6 }, 0.5, `${name} (${structureTypes[kind].name})`);
    }
    for (const line of plan.existing) {
      const points = lineOnPlan(run, line);
      dxf.polyline('EXISTING', points);
      dxf.text('EXISTING', points.at(-1) as PlanPoint, 0.5, `${utilityMarks[line.kind].letter} ${line.name}`);
    }
    for (const { from, to } of plan.handWindows) dxf.polyline('WINDOWS', windowOutline(run, from, to));
    dxf.text('TEXT', routeOf(run)[0] as PlanPoint, 0.8, run.name);
  }
  return dxf.toString();
}

/** A window as a strip half a metre either side of the line. */
function windowOutline(run: Planned['run'], from: number, to: number): PlanPoint[] {
  const right = stretchOf(run, from, to, 0.5);
  return [...right, ...stretchOf(run, from, to, -0.5).reverse(), right[0] as PlanPoint];
}

/** The long section of a run as DXF: stations across in metres, levels up ten times as tall, with a chainage table below. */
export function writeLongSectionDxf(job: Job, { run, plan }: Planned): string {
  const dxf = drawing({
    GROUND: Colors.Green,
    FINISHED: Colors.Cyan,
    INVERT: Colors.Blue,
    BOTTOM: Colors.White,
    EXISTING: Colors.Red,
    STRUCTURES: Colors.Magenta,
    TABLE: Colors.White,
  });
  const { profile } = plan;
  const datum = Math.floor(smallest(profile.bottom)) - 1;
  const y = (level: number) => (level - datum) * EXAGGERATION;
  const along = (column: readonly number[]) => profile.station.map((station, i) => ({ x: station, y: y(column[i] as number) }));
  dxf.polyline('GROUND', along(profile.ground));
  if (profile.finished.some((level, i) => level !== profile.ground[i])) dxf.polyline('FINISHED', along(profile.finished));
  dxf.polyline('INVERT', along(profile.invert));
  dxf.polyline('BOTTOM', along(profile.bottom));
  for (const { name, station } of run.structures) {
    dxf.polyline('STRUCTURES', [
      { x: station, y: y(datum) },
      { x: station, y: y(datum + 1) },
    ]);
    dxf.text('STRUCTURES', { x: station, y: -2 }, 0.6, name);
  }
  for (const line of plan.existing) {
    if (line.where.kind !== 'crossing') continue;
    const { station } = line.where;
    const i = profile.station.findIndex((at) => at >= station);
    const ground = profile.ground[Math.max(0, i)] as number;
    dxf.polyline('EXISTING', [
      { x: station, y: y(ground - line.coverMin) },
      { x: station, y: y(ground - line.coverMax - line.size) },
    ]);
    dxf.text('EXISTING', { x: station + 0.3, y: y(ground - line.coverMin) }, 0.5, `${utilityMarks[line.kind].letter} ${line.name}`);
  }
  for (const leg of plan.flows)
    dxf.text(
      'INVERT',
      { x: (leg.from + leg.to) / 2, y: y((leg.start + leg.end) / 2) + 1 },
      0.6,
      formatGradient(Math.abs(leg.fall), job.units),
    );
  const level = (metres: number) => formatLength(metres, job.units, 'level');
  chainageTable(plan.profile).forEach((row) => {
    [formatStation(row.station, job.units), level(row.ground), level(row.invert), formatLength(row.depth, job.units)].forEach(
      (words, line) => dxf.text('TABLE', { x: row.station, y: -4 - line * 1.2 }, 0.5, words),
    );
  });
  dxf.text('TABLE', { x: (profile.station[0] as number) - 8, y: y(datum) }, 0.6, `Datum ${level(datum)}; heights x ${EXAGGERATION}`);
  return dxf.toString();
}
