import { largest, smallest } from '../geometry';
import { blankExisting, LEAST_CROSSING, type ExistingLine, type NewId, type Run } from '../job';
import { extent } from './ground';
import { chainages, placeAt, project, routeOf, stretchOf, type PlanPoint } from './route';

/** Half the length a crossing line is drawn to on the plan, metres. */
const CROSSING_HALF = 4;

/** An existing line as it lies on the plan: across the run at its angle, or beside it. */
export function lineOnPlan(run: Run, line: ExistingLine): PlanPoint[] {
  const { where } = line;
  if (where.kind === 'crossing') {
    const { x, y, heading } = placeAt(run, where.station);
    const [dx, dy] = [Math.cos(heading + where.angle), Math.sin(heading + where.angle)];
    return [-CROSSING_HALF, CROSSING_HALF].map((along) => ({ x: x + dx * along, y: y + dy * along }));
  }
  return stretchOf(run, where.from, where.to, where.offset);
}

/** A line as drawn in a file. `levels` are those of its points where it gives one for each. */
export interface DrawnLine {
  name: string | undefined;
  points: PlanPoint[];
  levels: number[] | undefined;
}
/** A line in the ground as drawn in a file, with what the file says of it. */
export interface DrawnMark extends DrawnLine {
  mark: { [K in 'kind' | 'size' | 'coverMin' | 'coverMax' | 'evidence']?: ExistingLine[K] | undefined };
}

/** How near a drawn line must come to count as running along the run, metres. */
const BESIDE = 10;

/**
 * Lines drawn on the plan as existing lines of a run: a crossing wherever one crosses, a parallel line where it only runs beside.
 * Those that do not come near are left out.
 */
export function linesFromMarks(run: Run, drawn: readonly DrawnMark[], newId: NewId): ExistingLine[] {
  return drawn.flatMap(({ name, points, mark }, index) => {
    const described = (line: ExistingLine): ExistingLine => {
      const { kind, size, coverMin, coverMax, evidence } = { ...line, ...defined(mark) };
      return {
        ...line,
        id: newId(),
        name: name ?? `Line ${index + 1}`,
        kind,
        size,
        coverMin: Math.min(coverMin, coverMax),
        coverMax: Math.max(coverMin, coverMax),
        evidence,
      };
    };
    const crossings = crossingsWith(run, points).map(({ station, angle }) =>
      described({ ...blankExisting('', station), where: { kind: 'crossing', station, angle } }),
    );
    return crossings.length > 0 ? crossings : beside(run, points).map((where) => described({ ...blankExisting('', 0), where }));
  });
}

const defined = <T extends object>(value: T): Partial<T> =>
  Object.fromEntries(Object.entries(value).filter(([, item]) => item !== undefined)) as Partial<T>;

/** Where a drawn line crosses the run, and at which angle; crossings flatter than the format takes count as running beside. */
function crossingsWith(run: Run, points: readonly PlanPoint[]): { station: number; angle: number }[] {
  const route = routeOf(run);
  const along = chainages(route);
  const { start } = extent(run);
  const found: { station: number; angle: number }[] = [];
  for (let i = 0; i + 1 < route.length; i++)
    for (let j = 0; j + 1 < points.length; j++) {
      const [a, b, c, d] = [route[i], route[i + 1], points[j], points[j + 1]] as [PlanPoint, PlanPoint, PlanPoint, PlanPoint];
      const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
      const cross = ux * vy - uy * vx;
      if (Math.abs(cross) < 1e-12) continue;
      const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
      const s = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
      // The end of a leg belongs to the next one, but for the last.
      if (t < 0 || t > 1 || (t === 1 && i + 2 < route.length) || s < 0 || s > 1) continue;
      const angle = (Math.atan2(vy, vx) - Math.atan2(uy, ux) + 3 * Math.PI) % Math.PI;
      if (angle < LEAST_CROSSING || angle > Math.PI - LEAST_CROSSING) continue;
      found.push({ station: start + (along[i] as number) + t * Math.hypot(ux, uy), angle });
    }
  return found;
}

function beside(run: Run, points: readonly PlanPoint[]): Extract<ExistingLine['where'], { kind: 'parallel' }>[] {
  const near = points.map((point) => project(run, point)).filter(({ gap }) => gap <= BESIDE);
  if (near.length < 2) return [];
  const stations = near.map(({ station }) => station);
  const [from, to] = [smallest(stations), largest(stations)];
  const offset = near.reduce((sum, one) => sum + one.offset, 0) / near.length;
  return to - from > 0.5 ? [{ kind: 'parallel', from, to, offset }] : [];
}
