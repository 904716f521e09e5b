import { blankLaidLine, blankLogistics, blankPit, blankReach, blankRunExtras, idFrom, type Reach, type Run } from '../job';
import { blankLandDrain, blankLoops } from '../purposes/given';
import { gravity, invert, line, stations, structure } from './parts';

/** Dug into the bank with both sides laid back. */
const inBank: Partial<Reach> = {
  ...gravity,
  bottomWidth: 1.15,
  left: { kind: 'batter', ratio: 1 },
  right: { kind: 'batter', ratio: 1 },
  surround: 0.15,
};
/** The ditch under the yard's track: 4 m wide, 1.2 m over the pipe's invert, in banks of 2 to 1; the pipe lies a little in the bed. */
export const trackCulvert: Run = {
  ...blankRunExtras(),
  name: 'Track culvert',
  stations: stations([0, 3.52], [0.6, 3.515], [3, 4.7], [7, 4.7], [9.57, 3.443], [10.18, 3.438]),
  inverts: [invert(0, 3.5), invert(10.18, 3.418)],
  route: [
    { x: 70, y: -40 },
    { x: 70, y: -50.18 },
  ],
  structures: [
    structure('E1', 'endSection', 0, { pit: { ...blankPit(1, 1.2, 0.45), entry: false } }),
    structure('E2', 'endSection', 10.18, { pit: { ...blankPit(1, 1.2, 0.45), entry: false } }),
  ],
  laid: [blankLaidLine('Culvert', 'twin-375')],
  surface: 'road',
  reaches: [
    { ...blankReach(0.6), ...inBank },
    { ...blankReach(0.6, 3), ...inBank, restoration: [{ material: 'subbase', thickness: 0.2 }] },
    { ...blankReach(0.6, 7), ...inBank },
  ],
  spoil: { ground: 'loam', side: 'left', setback: 1, corridorLeft: 8, corridorRight: 6, reuse: true },
  // What the ditch brings in a shower; the creek's water stands at its outlet.
  flow: { area: 0, runoff: 0, rain: 0, extra: 0.06 },
  culvert: {
    ...{ crown: 4, road: 4.7, side: 2, beyond: 0.6, entrance: 'projecting', tail: 3.6, freeboard: 0.3, axle: 'lorry', rut: 0.05 },
  },
};

/** Behind the shed, where only a barrow goes: stone to under the turf, a roof's branch, solid past the willow and to the outlet in the bank. */
export const shedDrain: Run = {
  ...blankRunExtras(),
  name: 'Shed land drain',
  stations: stations([0, 4.62], [12, 4.6], [24, 4.51], [38, 4.3]),
  inverts: [invert(0, 3.95), invert(38, 3.55)],
  route: [
    { x: 60, y: 50 },
    { x: 98, y: 50 },
  ],
  structures: [structure('R1', 'rodding', 0), structure('Shed roof', 'junction', 6), structure('R2', 'rodding', 20)],
  laid: [blankLaidLine('Land drain', 'land-drain-100')],
  surface: 'field',
  reaches: [
    {
      ...blankReach(0.4),
      ...gravity,
      bottomWidth: 0.3,
      entry: false,
      surround: 0.1,
      fabric: true,
      toSurface: true,
      restoration: [{ material: 'turf', thickness: 0.15 }],
    },
  ],
  spoil: { ground: 'loam', side: 'right', setback: 1, corridorLeft: 1, corridorRight: 4, reuse: true },
  existing: [line('Shed tap', 30, { kind: 'water', size: 0.025, coverMin: 0.2, coverMax: 0.25, evidence: 'detected' })],
  // Half the shed's roof.
  flow: { area: 60, runoff: 0.9, rain: 50 / 3.6e6, extra: 0 },
  landDrain: {
    ...blankLandDrain(),
    solid: [
      { id: 'willow', from: 12, to: 18 },
      { id: 'bank', from: 35, to: 38 },
    ],
  },
  logistics: {
    ...blankLogistics(),
    byHand: [{ id: 'behind', from: 0, to: 38, why: 'The way in behind the shed slopes sideways: no machine' }],
  },
};

/** Four bores behind the workshop and the headers that gather their loops. */
export const workshopLoops: Run = {
  ...blankRunExtras(),
  name: 'Workshop loops',
  stations: stations([0, 4.4], [10, 4.36], [28, 4.3]),
  route: [
    { x: 10, y: 30 },
    { x: 10, y: 58 },
  ],
  structures: [10, 16, 22, 28].map((at, i) => structure(`W${i + 1}`, 'wellhead', at)),
  laid: [
    { ...blankLaidLine('Flow', 'loop-50'), x: -0.2 },
    { ...blankLaidLine('Return', 'loop-50'), x: 0.2 },
  ],
  surface: 'field',
  reaches: [{ ...blankReach(0.9), bottomWidth: 0.85, entry: false, beddingMaterial: 'sand', tracer: true }],
  spoil: { ground: 'loam', side: 'right', setback: 1, corridorLeft: 4, corridorRight: 6, reuse: true },
  loops: { ...blankLoops('loop-40'), purge: 0.0045 },
};

/** Lamps the cable goes in and out of. */
const PASSED = ['P2', 'P3', 'P4'].map(idFrom);
/** Five lamps along the quay, the cable in and out of each. */
export const quayLights: Run = {
  ...blankRunExtras(),
  name: 'Quay lights',
  stations: stations([0, 3.9], [45, 3.86], [90, 3.8]),
  route: [
    { x: -10, y: -32 },
    { x: 80, y: -32 },
  ],
  structures: [0, 22.5, 45, 67.5, 90].map((at, i) => structure(`P${i + 1}`, 'pole', at)),
  laid: [
    {
      ...blankLaidLine('Lights', 'lv-3x6'),
      loops: PASSED.map((id) => ({ id })),
      circuit: {
        fedFrom: 'start',
        phases: 1,
        volts: 230,
        amps: 1,
        loads: PASSED.map((id) => ({ id, amps: 1 })),
        powerFactor: 0.95,
        limit: 0.04,
        resistivity: 1.2,
        temperature: 15,
      },
    },
  ],
  surface: 'footway',
  reaches: [
    {
      ...blankReach(0.5),
      bottomWidth: 0.3,
      entry: false,
      beddingMaterial: 'sand',
      tapes: [{ id: 'Lights', school: 'line', distance: 0.3 }],
      restoration: [
        { material: 'paving', thickness: 0.06 },
        { material: 'subbase', thickness: 0.1 },
      ],
    },
  ],
  spoil: { ground: 'loam', side: 'left', setback: 1, corridorLeft: 2.5, corridorRight: 1.5, reuse: true },
};
