import { blankConditions, blankLaidLine, blankLogistics, blankReach, blankRunExtras, straightBore, type Run } from '../job';
import { boxed, gravity, invert, line, stations, structure } from './parts';

/** From the boat-wash slab to the interceptor: gravity, soft grey clay under loam, deep enough at the far end to kill. */
export const washDownDrain: Run = {
  ...blankRunExtras(),
  name: 'Wash-down drain',
  stations: stations([0, 3.62], [8, 3.66], [16, 3.74], [24, 3.9], [32, 4.03], [40, 4.1], [48, 4.06]),
  inverts: [invert(0, 2.86), invert(48, 2.06)],
  route: [
    { x: 0, y: 0 },
    { x: 24, y: 0 },
    { x: 24 + 24 * Math.cos(Math.PI / 6), y: -12 },
  ],
  structures: [
    structure('Wash gully', 'gully', 0),
    structure('C1', 'chamber', 24, { diameter: 0.45, pit: boxed(1.2, 1.2, 0.15) }),
    structure('Interceptor', 'chamber', 48, { diameter: 1.2, pit: boxed(2, 2, 0.3) }),
  ],
  laid: [blankLaidLine('Drain', 'drain-160')],
  surface: 'field',
  reaches: [
    { ...blankReach(0.6), ...gravity, bottomWidth: 0.8 },
    { ...blankReach(0.6, 18), ...gravity, soil: 'C', bottomWidth: 0.9 },
  ],
  spoil: { ground: 'clay', side: 'right', setback: 1, corridorLeft: 2.6, corridorRight: 5.5, reuse: true },
  existing: [line('Yard water', 36, { kind: 'water', size: 0.063, coverMin: 0.7, coverMax: 0.9, evidence: 'detected' })],
  access: { digFrom: 'end', exit: 'start' },
  targets: { minFall: 1 / 80, receiving: 2.0 },
  // A boat wash on 180 m² of concrete in a 50 mm/h shower, and the pressure washer's half litre a second.
  flow: { area: 180, runoff: 0.9, rain: 50 / 3.6e6, extra: 0.0005 },
};

/** Shore power to the pontoons along the footpath; nobody needs to enter. The yard end will be raised by 0.25 m later. */
export const pontoonSupply: Run = {
  ...blankRunExtras(),
  name: 'Pontoon supply',
  stations: stations([0, 4.2, 4.45], [15, 4.24, 4.49], [30, 4.18, 4.43], [45, 4.02, 4.2], [60, 3.85], [72, 3.66], [85, 3.41]),
  route: [
    { x: -6, y: 12 },
    { x: 34, y: 12 },
    { x: 34 + 45 * Math.cos(Math.PI / 7.2), y: 12 - 45 * Math.sin(Math.PI / 7.2) },
  ],
  structures: [structure('Meter hut', 'entry', 0, { tail: 2.5 }), structure('Pontoon pillar', 'pole', 85, { tail: 3 })],
  laid: [
    {
      ...blankLaidLine('Shore power', 'lv-4x25'),
      x: -0.181,
      circuit: {
        fedFrom: 'start',
        phases: 3,
        volts: 400,
        amps: 63,
        loads: [],
        powerFactor: 0.9,
        limit: 0.05,
        resistivity: 1.2,
        temperature: 15,
      },
    },
    { ...blankLaidLine('Drinking water', 'water-63'), x: 0.166 },
    {
      ...blankLaidLine('Data', 'data-duct-54'),
      x: 0.166,
      up: 0.363,
      holds: [{ id: 'fibre', product: 'fibre-12', count: 2, circuit: null }],
    },
  ],
  surface: 'footway',
  reaches: [
    {
      ...blankReach(0.781),
      bottomWidth: 0.5,
      entry: false,
      beddingMaterial: 'sand',
      tapes: [
        { id: 'Shore-power', school: 'line', distance: 0.3 },
        // Under the paving and its sub-base, which are taken up again one day.
        { id: 'Data', school: 'line', distance: 0.15 },
      ],
      tracer: true,
      restoration: [
        { material: 'paving', thickness: 0.06 },
        { material: 'subbase', thickness: 0.1 },
      ],
    },
  ],
  spoil: { ground: 'loam', side: 'left', setback: 1, corridorLeft: 3.2, corridorRight: 1.5, reuse: true },
  existing: [
    line('Old fuel line', 22, {
      kind: 'fuel',
      size: 0.06,
      coverMin: 0.4,
      coverMax: 0.9,
      where: { kind: 'crossing', station: 22, angle: Math.PI / 3 },
    }),
    line('Water main', 51, { kind: 'water', size: 0.11, coverMin: 1.25, coverMax: 1.45, evidence: 'detected' }),
  ],
  // The footpath stays open, and the car park at the pillar takes what has no room.
  logistics: {
    ...blankLogistics(),
    gaps: [{ id: 'footpath', from: 40, to: 46, side: 'both', why: 'Footpath' }],
    stockpile: { station: 85, room: 8 },
  },
};

/** Medium voltage to the slipway: open, then bored under the slip, then open again. */
export const slipwayFeeder: Run = {
  ...blankRunExtras(),
  name: 'Slipway feeder',
  stations: stations([0, 4.3], [25, 4.22], [50, 3.9], [65, 2.9], [80, 3.7], [100, 4.05], [120, 4.1]),
  route: [
    { x: -20, y: -20 },
    { x: 100, y: -20 },
  ],
  laid: [blankLaidLine('Feeder', 'mv-3x95')],
  surface: 'field',
  reaches: [
    { ...blankReach(0.9), bottomWidth: 0.5, entry: false, beddingMaterial: 'sand' },
    {
      ...blankReach(1.75, 46),
      method: { ...straightBore, bore: 0.16, rod: 1.5, launch: boxed(2.5, 1.2), receiving: boxed(1.5, 1) },
    },
    { ...blankReach(0.9, 84), bottomWidth: 0.5, entry: false, beddingMaterial: 'sand' },
  ],
  spoil: { ground: 'loam', side: 'right', setback: 1, corridorLeft: 3, corridorRight: 5, reuse: true },
  // Two drums left over from another yard: one joint, past the slip.
  logistics: { ...blankLogistics(), drums: [{ product: 'mv-3x95', lengths: [90, 45] }] },
};

/** The same with a second circuit beside the first: what it would take. */
export const secondCircuit: Run = {
  ...slipwayFeeder,
  name: 'Slipway feeder (two circuits)',
  logistics: blankLogistics(),
  laid: [
    { ...blankLaidLine('Feeder', 'mv-3x95'), x: -0.109 },
    { ...blankLaidLine('Second feeder', 'mv-3x95'), x: 0.109 },
  ],
};

/** A slot nobody enters, to the pump at the far pontoon: a soft copper and a control cable. */
export const pumpLine: Run = {
  ...blankRunExtras(),
  name: 'Pump line',
  stations: stations([0, 4.1], [20, 4.05], [40, 3.95], [60, 3.9]),
  laid: [{ ...blankLaidLine('Copper', 'copper-22') }, { ...blankLaidLine('Control', 'control-7'), up: 0.322 }],
  surface: 'field',
  reaches: [
    {
      ...blankReach(0.75),
      soil: 'B',
      bottomWidth: 0.15,
      entry: false,
      bedding: 0.05,
      surround: 0.1,
      beddingMaterial: 'flowing',
      restoration: [
        { material: 'turf', thickness: 0.05 },
        { material: 'topsoil', thickness: 0.15 },
      ],
    },
  ],
  spoil: { ground: 'loam', side: 'right', setback: 1, corridorLeft: 2, corridorRight: 3, reuse: true },
};

/** From the interceptor to the creek: joined to the drain at the interceptor. */
export const outfall: Run = {
  ...blankRunExtras(),
  name: 'Outfall',
  stations: stations([0, 4.06], [10, 3.6], [20, 3.1], [30, 2.62]),
  inverts: [invert(0, 2.0), invert(30, 1.55)],
  route: [
    { x: 24 + 24 * Math.cos(Math.PI / 6), y: -12 },
    { x: 24 + 24 * Math.cos(Math.PI / 6) + 15, y: -12 - 30 * Math.sin(Math.PI / 3) },
  ],
  structures: [structure('Interceptor', 'chamber', 0, { diameter: 1.2 })],
  laid: [
    { ...blankLaidLine('North pipe', 'drain-300'), x: -0.3475 },
    { ...blankLaidLine('South pipe', 'drain-300'), x: 0.3475 },
  ],
  // The tide stands this high in the fill.
  water: [
    { station: 0, level: 2.6 },
    { station: 30, level: 2.4 },
  ],
  surface: 'field',
  reaches: [
    {
      ...blankReach(0.6),
      ...gravity,
      soil: 'C',
      bottomWidth: 1.55,
      protection: 'shield',
      kit: 'box-medium',
      panel: 0.1,
      supportWidths: { least: 0.9, most: 2.2, source: 'Box 3.0 × 2.4 m. Generic; the hire firm’s own table rules' },
    },
  ],
  conditions: {
    ...blankConditions(),
    beside: [{ id: 'slipway-wall', name: 'Slipway wall', kind: 'footing', side: 'right', from: 18, to: 30, offset: 2.8, depth: 0.4 }],
    lift: 1600,
    badAir: true,
  },
  spoil: { ground: 'clay', side: 'left', setback: 1, corridorLeft: 7, corridorRight: 3, reuse: true },
};
