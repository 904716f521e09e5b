import { z } from 'zod';
import { utilityKinds, type UtilityKind } from '../catalogue';
import { normal, pick, type Chance } from '../chance';
import { readGeoJson, type Feature, type FeatureCollection } from '../formats';
import { chainages, distance, type PlanPoint } from '../alignment';
import { fromPlan, type Origin } from '../formats/frame';

/** What a locate-request office takes: where the digging is, as GeoJSON, and for whom. */
export const submissionSchema = z.strictObject({
  job: z.string().trim().min(1).max(120),
  /** GeoJSON text: the lines to be dug along. */
  route: z.string().min(1).max(8_000_000),
  /** Where the plan's origin lies, when its coordinates are degrees. */
  origin: z.strictObject({ lat: z.number().min(-85).max(85), lon: z.number().min(-180).max(180) }).nullable(),
});
export type Submission = z.infer<typeof submissionSchema>;

/** One utility's answer: what it says, and the marks it put on the ground as GeoJSON features. */
export const utilityAnswerSchema = z.object({
  name: z.string(),
  kind: z.enum(utilityKinds),
  answer: z.enum(['none', 'marked', 'clear']),
  contact: z.string(),
});
export const answerSchema = z.object({
  utilities: z.array(utilityAnswerSchema),
  /** GeoJSON text of the marks, in the coordinates of the request. */
  marks: z.string(),
});
export type OfficeAnswer = z.infer<typeof answerSchema>;
export type UtilityAnswer = z.infer<typeof utilityAnswerSchema>;

/** Who answers in practice, how likely each has a line here, and how it lies. Metres. */
const UTILITIES: { name: string; kind: UtilityKind; here: number; sizes: [number, ...number[]]; cover: [number, number] }[] = [
  { name: 'Water', kind: 'water', here: 0.8, sizes: [0.063, 0.09, 0.11], cover: [0.75, 1.05] },
  { name: 'Power', kind: 'power', here: 0.7, sizes: [0.04, 0.06, 0.09], cover: [0.45, 0.8] },
  { name: 'Telecom', kind: 'telecom', here: 0.6, sizes: [0.054, 0.11], cover: [0.3, 0.6] },
  { name: 'Gas', kind: 'gas', here: 0.35, sizes: [0.063, 0.125], cover: [0.6, 0.9] },
  { name: 'Sewer', kind: 'sewer', here: 0.4, sizes: [0.11, 0.16, 0.225], cover: [0.9, 1.6] },
];
/** A utility that has a line forgets to answer, or says clear, this often. */
const SILENT = 0.12;
const WRONGLY_CLEAR = 0.05;
/** Marks are off by this much, metres (standard deviation), and now and then by much more. */
const OFF = 0.15;
const WILD = 0.05;

/**
 * The practice office: invents lines across or beside the route, then answers for each utility the way real ones do: marks with errors,
 * sometimes no answer, sometimes a clear that is none. The same seed gives the same answer.
 * @throws InputError when the route cannot be read.
 */
export function practiceAnswer(submission: Submission, chance: Chance): OfficeAnswer {
  const { runs, origin } = readGeoJson(submission.route, submission.origin);
  const routes = runs.map(({ points }) => points).filter((points) => points.length > 1);
  const features: Feature[] = [];
  const utilities = UTILITIES.map((utility): UtilityAnswer => {
    const present = routes.length > 0 && chance() < utility.here;
    const contact = `${utility.name.toLowerCase()} plant enquiries`;
    const answer = (said: UtilityAnswer['answer']): UtilityAnswer => ({ name: utility.name, kind: utility.kind, answer: said, contact });
    if (chance() < SILENT) return answer('none');
    if (!present || chance() < WRONGLY_CLEAR) return answer('clear');
    const size = pick(chance, utility.sizes);
    const [least, most] = utility.cover;
    const coverMin = least + chance() * 0.1;
    const mark = invented(pick(chance, routes as [PlanPoint[], ...PlanPoint[][]]), chance);
    features.push({
      type: 'Feature',
      geometry: { type: 'LineString', coordinates: mark.map((point) => placed(point, submission.origin ?? undefined, origin)) },
      properties: {
        feature: 'existing',
        name: `${utility.name} (marked)`,
        kind: utility.kind,
        size,
        coverMin,
        coverMax: Math.max(coverMin + 0.1, most),
        evidence: 'detected',
      },
    });
    return answer('marked');
  });
  const metres = /"coordinates"\s*:\s*"metres"/.test(submission.route);
  const collection: FeatureCollection = { type: 'FeatureCollection', ...(metres ? { coordinates: 'metres' } : {}), features };
  return { utilities, marks: JSON.stringify(collection) };
}

const placed = (point: PlanPoint, asked: Origin | undefined, laid: Origin | null): [number, number] =>
  asked && laid ? fromPlan(laid, point) : [point.x, point.y];

/** A line across the route somewhere, at any angle but a flat one, as it was marked: a little off, now and then a lot. */
function invented(route: readonly PlanPoint[], chance: Chance): PlanPoint[] {
  const along = chainages(route);
  const at = (along.at(-1) as number) * (0.1 + 0.8 * chance());
  const leg = Math.max(
    0,
    Math.min(
      route.length - 2,
      along.findLastIndex((chainage) => chainage <= at),
    ),
  );
  const [a, b] = [route[leg] as PlanPoint, route[leg + 1] as PlanPoint];
  const share = (at - (along[leg] as number)) / distance(a, b);
  const off = normal(chance) * OFF * (chance() < WILD ? 6 : 1);
  const heading = Math.atan2(b.y - a.y, b.x - a.x);
  const angle = heading + Math.PI / 4 + (chance() * Math.PI) / 2;
  const centre = { x: a.x + (b.x - a.x) * share + Math.cos(heading) * off, y: a.y + (b.y - a.y) * share + Math.sin(heading) * off };
  return [-12, 12].map((reach) => ({ x: centre.x + Math.cos(angle) * reach, y: centre.y + Math.sin(angle) * reach }));
}
