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
  /** What is lifted, where nothing is dug. */
  lift?: PipeLift;
  /** The box that is dug in. */
  box?: BoxIn;
}

/** A box that stands in the slit and goes down as it is dug inside. Metres. */
export interface BoxIn {
  from: number;
  to: number;
  height: number;
  /** No corner ahead of the other by more, and no more dug below it: by the rules. */
  ahead: number;
  below: number;
}
/** Levels of its bottom edge at the end near the machine and at the far one, below the ground negative; the most one corner was ahead. */
export interface BoxState {
  near: number;
  far: number;
  ahead: number;
}

/** A pipe that lies beside the slit, to be set on the bed against the one that lies there. Metres, stations along the slit. */
export interface PipeLift {
  /** Of the pipe alone, kilograms. */
  mass: number;
  /** From the eye at the end of the stick to the axis of the pipe. */
  sling: number;
  length: number;
  /** Over all. */
  size: number;
  /** Where its middle lies, and is to lie. */
  from: number;
  to: number;
  /** The slit as far as it stands open: to the pipe that lies there. */
  slit: { from: number; to: number };
  /** Level of the bed, below the ground negative. */
  bed: number;
}

/** The pipe on its sling. */
export interface Hung {
  /** Of its axis, in the middle. */
  x: number;
  z: number;
  /** Of the sling from the plumb, radians, positive away from the machine, and how fast that changes, rad/s. */
  angle: number;
  turn: number;
  /** The eye it hangs on, and how fast that goes, m/s. */
  eye: { x: number; z: number };
  speed: { x: number; z: number };
  hanging: boolean;
  /** Lifted clear of the ground beside the slit: below it is the slit now. */
  clear: boolean;
  /** The hardest it touched anything, m/s, and the widest it swung, radians. */
  knock: number;
  swung: number;
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
  | 'struck'
  /** The pipe touched ground, wall or pipe hard. */
  | 'knock'
  /** The pipe swings wide. */
  | 'swings'
  /** Moved on its tracks with the pipe in the air. */
  | 'carried'
  /** One corner of the box is pressed ahead of the other. */
  | 'corner'
  /** The box stands on ground that is not dug. */
  | 'stands'
  /** Dug too far below the box. */
  | 'below';

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
  /** What is lifted. */
  hung?: Hung;
  box?: BoxState;
  /** Nothing goes on after it tipped or struck. */
  over: boolean;
}
