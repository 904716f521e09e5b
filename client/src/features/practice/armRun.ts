import {
  beginning,
  knowingHand,
  NO_LEVERS,
  newRecording,
  record,
  rounded,
  sensed,
  step,
  teethOf,
  TICK,
  type ArmState,
  type Exercise,
  type Levers,
  type Pit,
  type Recording,
} from '@tamper/core/practiceArm';

/** The longest a picture may be late, s: after that the machine waits too, instead of catching up blindly. */
const LATEST = 0.1;

/** An exercise under way: what stands now, and who has the levers. */
export interface ArmRun {
  readonly pit: Pit;
  readonly exercise: Exercise;
  state: () => ArmState;
  readonly recording: Recording;
  /** Hands on the levers; the one that shows it lets go. */
  hold: (levers: Levers) => void;
  /** Everything let go at once. */
  letGo: () => void;
  /** Lets a hand that knows it go on from here; what it does is not the person's own. */
  show: () => void;
  shown: () => boolean;
  /** Sensors struck on something known, where the machine stands. */
  strike: () => void;
  /** Metres the teeth are over the floor, by the sensors where there are some. */
  over: () => number;
  /** Nothing goes on any more: what came of it stands. */
  end: () => void;
  /** Goes on by so many seconds of the clock. @returns whether anything moved. */
  goOn: (seconds: number) => boolean;
}

export function armRun(pit: Pit, exercise: Exercise): ArmRun {
  let state = beginning(pit, exercise);
  const recording = newRecording();
  let levers = NO_LEVERS;
  let hand: Iterator<Levers> | undefined;
  let helped = false;
  let struckAt = state.at;
  let left = 0;
  let ended = false;
  const still = () => hand === undefined && levers === NO_LEVERS && Object.values(state.rate).every((rate) => Math.abs(rate) < 1e-3);
  return {
    pit,
    exercise,
    state: () => state,
    recording,
    hold: (asked) => {
      hand = undefined;
      levers = asked;
    },
    letGo: () => {
      hand = undefined;
      levers = NO_LEVERS;
    },
    show: () => {
      helped = true;
      hand = knowingHand(pit, exercise, () => state);
    },
    shown: () => helped,
    strike: () => void (struckAt = state.at),
    over: () => sensed(exercise, teethOf(pit, state), state.at, struckAt),
    end: () => void (ended = true),
    goOn: (seconds) => {
      if (ended || state.over || still()) {
        left = 0;
        return false;
      }
      left = Math.min(LATEST, left + seconds);
      while (left >= TICK) {
        left -= TICK;
        const next = hand?.next();
        if (next?.done) hand = undefined;
        // What is shown is not the person's own: it is not recorded, and works finer than thumbs do.
        if (next && !next.done) state = step(pit, state, next.value);
        else {
          const asked = rounded(levers);
          state = step(pit, state, asked);
          record(recording, asked);
        }
      }
      return true;
    },
  };
}
