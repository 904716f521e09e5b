import type { Machine, Pose } from '../../catalogue';
import type { Strip } from './soil';

/** A line that lies in the ground, across the arm's plane: middle and size over all, metres; level below the ground the machine stands on negative. */
export interface Hidden {
  id: string;
  name: string;
  x: number;
  z: number;
  size: number;
}

/** What is dug with, and in what: stays as it is while somebody digs. Metres, radians. */
export interface Pit {
  machine: Machine;
  /** Width of the bucket, which is that of the slit. */
  bucket: number;
  /** Is the blade put down behind the machine? It buys push. */
  bladeBehind: boolean;
  /** How far the swing goes to the heap; positive to the left. */
  heapAt: number;
  /** From the slit's edge to the foot of the heap at least. */
  setback: number;
  hidden: readonly Hidden[];
}

/** What the levers ask for, each −1 to 1: boom up, stick out, bucket open, swing to the heap; and tracks forward. */
export interface Levers {
  boom: number;
  stick: number;
  tip: number;
  swing: number;
  travel: number;
}
export const NO_LEVERS: Levers = { boom: 0, stick: 0, tip: 0, swing: 0, travel: 0 };

/** What happened that one is told of, and when first in a row of ticks. */
export type ArmEvent =
  /** The ground is stronger than this ram. */
  | 'stallStick'
  | 'stallCurl'
  /** Pushed so hard that the machine rises. */
  | 'tracksLift'
  /** The back of the bucket on the ground. */
  | 'back'
  /** Swung while the bucket is below the edge. */
  | 'wall'
  /** Opened before the heap: it lies in the setback. */
  | 'edge'
  /** Moved with the bucket in the ground. */
  | 'dragged'
  /** More hangs on the arm than it may lift there. */
  | 'heavy'
  | 'tipped'
  | 'struck';

/** Everything that changes as somebody digs. */
export interface ArmState {
  tick: number;
  /** Station of the swing axis. */
  at: number;
  pose: Pose;
  /** 0: in line with the slit. */
  swing: number;
  /** How fast each turns now, radians a second, and the tracks, m/s. */
  rate: { boom: number; stick: number; tip: number; swing: number; travel: number };
  strip: Strip;
  /** In the bucket, on the heap, let go between both: m³ in the bank. */
  load: number;
  heap: number;
  spilt: number;
  /** How often the machine was moved on after it had dug. */
  moves: number;
  dugHere: boolean;
  /** What goes on now, and everything that did: when it began and what it was about. */
  now: readonly ArmEvent[];
  events: readonly { tick: number; event: ArmEvent; about?: string }[];
  /** Nothing goes on after it tipped or struck. */
  over: boolean;
}
