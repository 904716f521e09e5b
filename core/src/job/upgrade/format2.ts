import { list, isLoose, type Loose } from './loose';

/** Format 1 knew nothing of permits, the way in and private lines. */
export const jobOf2 = (doc: Loose): Loose =>
  'clearance' in doc
    ? doc
    : {
        machine: 't17',
        origin: null,
        clearance: {
          permit: null,
          request: null,
          privateLines: ['yardLights', 'irrigation', 'septic', 'farmPipes', 'ownData', 'tank'].map((kind) => ({ kind, answer: 'open' })),
          holidays: [],
          walked: null,
          pinches: [],
          publicSide: { classed: '', measures: '' },
          tasks: [],
        },
        ...doc,
      };

/**
 * Format 1 held the levels of the whole run in `profile`: one cover, or inverts at both ends.
 * Since format 2 each reach says how its levels come about and the run holds the inverts.
 */
export function runOf2(doc: Loose): Loose {
  if (!isLoose(doc.profile)) return doc;
  const { profile, ...rest } = doc;
  const stations = list(doc.stations);
  const byCover = profile.kind === 'cover';
  const levels = byCover ? { kind: 'cover', cover: profile.cover } : { kind: 'gravity' };
  const fixed = byCover
    ? []
    : [
        { station: stations[0]?.station, invert: profile.start, keep: false },
        { station: stations.at(-1)?.station, invert: profile.end, keep: false },
      ];
  return {
    route: [],
    structures: [],
    lines: [],
    clearing: [],
    way: { digFrom: 'start', exit: 'both' },
    targets: {},
    flow: null,
    levelBook: null,
    ...rest,
    fixed,
    reaches: list(doc.reaches).map((reach) => ({ levels, frost: 0, method: { kind: 'open' }, ...reach })),
    ...('lines' in doc ? { lines: list(doc.lines).map((line) => ({ join: false, exposures: [], ...line })) } : {}),
  };
}
