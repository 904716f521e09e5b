import { privateLineKinds } from '../catalogue';
import { dayAfter, type Day } from '../clearance';
import { blankJob, FILE_VERSION, type JobFile } from '../job';
import { quayLights, shedDrain, trackCulvert, workshopLoops } from './purposes';
import { outfall, pontoonSupply, pumpLine, secondCircuit, slipwayFeeder, washDownDrain } from './runs';

/**
 * The invented yard on a tidal creek that ships with the program, as it stands on a day: the permit is in, the locate request was made
 * four days ago, one utility has not answered.
 */
export const demoFor = (today: Day): JobFile => ({
  format: 'tamper-job',
  version: FILE_VERSION,
  job: {
    ...blankJob('Saltmarsh boatyard', 'UK'),
    machine: 't17',
    buckets: [0.15, 0.23, 0.3, 0.45, 0.9],
    origin: { lat: 0, lon: 0 },
    clearance: {
      permit: {
        number: 'SB-27',
        issuer: 'Yard office',
        covers: 'Drain, supply and feeder trenches',
        from: dayAfter(today, -2),
        to: dayAfter(today, 12),
      },
      request: {
        reference: 'LR-4410',
        made: dayAfter(today, -4),
        utilities: [
          {
            name: 'Water',
            kind: 'water',
            answer: 'marked',
            contact: 'duty engineer',
            asks: 'No joint within 1 m of our main; call before backfill.',
          },
          { name: 'Power', kind: 'power', answer: 'clear', contact: 'control room', asks: '' },
          { name: 'Telecom', kind: 'telecom', answer: 'none', contact: 'plant enquiries', asks: '' },
        ],
      },
      privateLines: privateLineKinds.map((kind) => ({
        kind,
        answer: kind === 'tank' ? 'entered' : kind === 'yardLights' ? 'open' : 'none',
      })),
      holidays: [],
      pinches: [
        {
          id: 'gangway',
          name: 'Gangway',
          gap: 1.3,
          alongSlope: true,
          crossFall: (6 * Math.PI) / 180,
          barrier: 1.1,
          overhead: null,
          live: false,
          surface: 'deck',
          tightTurn: false,
          bears: 2500,
        },
        {
          id: 'shed-corner',
          name: 'Shed corner',
          gap: 1.25,
          alongSlope: false,
          crossFall: 0,
          barrier: null,
          overhead: 4.2,
          live: false,
          surface: 'loose',
          tightTurn: true,
          bears: null,
        },
      ],
      publicSide: {
        classed: 'Footpath, yard staff and boat owners',
        measures: 'Barriers both sides, plate at the hut door, lamps after dusk',
      },
      tasks: [{ what: 'Telecom plans for the footpath', owner: 'supervisor', due: dayAfter(today, 2), done: false }],
    },
  },
  runs: [
    ...[washDownDrain, pontoonSupply, slipwayFeeder, outfall, secondCircuit, pumpLine],
    ...[trackCulvert, shedDrain, workshopLoops, quayLights],
  ],
  book: [],
  revisions: [],
});

/** The demo on a fixed day. */
export const demoFile: JobFile = demoFor('2026-11-02');
