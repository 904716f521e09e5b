import { NO_LEVERS, type ArmState, type Levers, type Pit } from './state';
import { clamped } from './motion';
import { step } from './step';

/** Version of the stepper: what was recorded with another comes out otherwise, and is refused. */
export const ARM_VERSION = 1;

/** Levers as they were held, tick after tick, the same ones counted together; each lever in hundredths. */
export interface Recording {
  version: number;
  held: [ticks: number, boom: number, stick: number, tip: number, swing: number, travel: number][];
}
export const newRecording = (): Recording => ({ version: ARM_VERSION, held: [] });

const KEYS = ['boom', 'stick', 'tip', 'swing', 'travel'] as const;
/** Levers as finely as they are recorded: what is stepped is what is kept. */
export const rounded = (levers: Levers): Levers => {
  const round = (value: number) => Math.round(clamped(value) * 100) / 100 || 0;
  return {
    boom: round(levers.boom),
    stick: round(levers.stick),
    tip: round(levers.tip),
    swing: round(levers.swing),
    travel: round(levers.travel),
  };
};

/** Writes down one tick more of rounded levers. */
export function record({ held }: Recording, levers: Levers): void {
  const row = KEYS.map((key) => Math.round(levers[key] * 100)) as [number, number, number, number, number];
  const last = held.at(-1);
  if (last && row.every((value, i) => value === last[i + 1])) last[0]++;
  else held.push([1, ...row]);
}

/**
 * Everything again from its beginning.
 * @throws RangeError for a recording of another version.
 */
export function replayed(pit: Pit, start: ArmState, { version, held }: Recording): ArmState {
  if (version !== ARM_VERSION)
    throw new RangeError(
      `This was recorded with version ${version} of the simulator; here is ${ARM_VERSION}, which digs otherwise. It is not played.`,
    );
  let state = start;
  for (const [ticks, ...row] of held) {
    const levers = { ...NO_LEVERS, ...Object.fromEntries(KEYS.map((key, i) => [key, (row[i] as number) / 100])) };
    for (let i = 0; i < ticks; i++) state = step(pit, state, levers);
  }
  return state;
}

/** Both usual ways the levers are laid out: what each hand's lever does, up and to the right being positive. Source: ISO 10968 and its older American counterpart. */
export const leverPatterns = {
  a: { name: 'Left: stick and swing', left: 'stick', right: 'boom' },
  b: { name: 'Left: boom and swing', left: 'boom', right: 'stick' },
} as const;
export type LeverPattern = keyof typeof leverPatterns;

/** A lever as a thumb holds it: right and up positive, −1 to 1. */
export interface Thumb {
  x: number;
  y: number;
}
/** What both levers and the tracks ask for. Pulled towards oneself the boom rises and the stick comes in; to the left the bucket curls, and the machine swings to its heap. */
export function leversOf(pattern: LeverPattern, left: Thumb, right: Thumb, travel: number): Levers {
  const { left: hand } = leverPatterns[pattern];
  const [stickHand, boomHand] = hand === 'stick' ? [left, right] : [right, left];
  return rounded({ boom: -boomHand.y, stick: stickHand.y, tip: right.x, swing: -left.x, travel });
}
