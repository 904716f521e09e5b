import { dayPoints } from '../book';
import type { Rules } from '../rules';
import { figuresIn, formatLength, type UnitSystem } from '../units';
import type { ReadyLack } from './ready';

/** What a machine lacks before it digs, and what to do about it. */
export interface ReadyWords {
  what: string;
  todo: string;
}

/** What keeps a machine from digging, in words. */
export function readyWords(lack: ReadyLack, rules: Rules, units: UnitSystem): ReadyWords {
  switch (lack.about) {
    case 'day':
      return lack.why === 'never'
        ? { what: 'Nobody has looked the machine over this shift', todo: 'Walk round it, and answer each point.' }
        : {
            what: `The machine was found wanting: ${lack.points.map(({ id, note }) => `${dayPoints[id].toLowerCase()}${note ? ` (${note})` : ''}`).join('; ')}`,
            todo: 'Have it put right, then look it over again.',
          };
    case 'bucket':
      return BUCKET[lack.why];
    case 'sensors':
      return lack.why === 'apart'
        ? {
            what: `The sensors say ${formatLength(lack.closure, units, 'level')} of difference of one point`,
            todo: `Within ${formatLength(rules.returnsWithin.value ?? 0, units, 'size')} they may: calibrate the arm, and try again. ${figuresIn(rules.returnsWithin.basis, units)}.`,
          }
        : SENSORS[lack.why];
  }
}

const DRAG = 'Put it down, teeth first, nobody near; lift, drop it a hand’s height, drag it towards you.';
const BUCKET: Record<Extract<ReadyLack, { about: 'bucket' }>['why'], ReadyWords> = {
  never: { what: 'Nobody has said which bucket is on, and that it holds', todo: DRAG },
  fell: {
    what: 'The bucket did not hold when it was dropped and dragged',
    todo: 'Nobody near it. Look at hitch and pins, put it on again, and try it.',
  },
  disputed: { what: 'Two people said different buckets are on', todo: `Look, and say which. ${DRAG}` },
  doubted: { what: 'What was said of the bucket is not relied on', todo: DRAG },
};
const TRY = 'Bring the teeth to one point with the arm out, in, the bucket curled and turned, and read the level in each.';
const SENSORS: Record<Exclude<Extract<ReadyLack, { about: 'sensors' }>['why'], 'apart'>, ReadyWords> = {
  never: { what: 'The sensors were not tried on one point yet', todo: TRY },
  day: { what: 'The sensors were tried last in another shift', todo: TRY },
  bucket: { what: 'The sensors were tried with another bucket, or before it was put on', todo: TRY },
  knocked: { what: 'The arm or a sensor was knocked since the sensors were tried', todo: TRY },
  doubted: { what: 'The trial of the sensors is not relied on', todo: TRY },
};
