import { fullReach, jointsOf } from '@tamper/core/catalogue';
import {
  COLUMN,
  columnMiddle,
  deepestIn,
  eyeOf,
  teethOf,
  type ArmState,
  type BoxIn,
  type BoxState,
  type Exercise,
  type Hung,
  type Pit,
  type PipeLift,
} from '@tamper/core/practiceArm';
import { colours, ground } from '../../theme/tokens';

/** Metres to pixels, the machine always at the same place. */
export interface ArmView {
  width: number;
  height: number;
  /** Metres from its left edge to its right, and from the deepest shown up. */
  left: number;
  low: number;
  scale: number;
}

/** All the arm gets to, with the floor below. */
export function armView({ machine }: Pit, { floor }: Exercise, width: number, height: number): ArmView {
  const most = fullReach(machine.arm);
  const deepest = deepestIn(floor) + 0.45;
  const scale = Math.min(width / (most + 1.7), height / (deepest + machine.reachUp * 0.85));
  return { width, height, left: -1.4, low: -deepest, scale };
}

/** One picture of the arm in its slit, from the side; a dial says how far it is swung. */
export function drawArm(to: CanvasRenderingContext2D, pit: Pit, exercise: Exercise, state: ArmState, view: ArmView): void {
  const { scale, left, low, width, height } = view;
  const x = (station: number) => (station - state.at - left) * scale;
  const y = (level: number) => height - (level - low) * scale;
  to.clearRect(0, 0, width, height);
  drawGround(to, exercise, state, x, y, view);
  if (pit.box && state.box) drawBox(to, pit.box, state.box, x, y);
  drawMachine(to, pit, state, x, y, scale);
  if (pit.lift && state.hung) drawPipe(to, pit, pit.lift, state, state.hung, x, y, scale);
  else drawDial(to, pit, state, width);
}

function drawGround(
  to: CanvasRenderingContext2D,
  { floor, hidden, strips }: Exercise,
  { strip, at }: ArmState,
  x: (station: number) => number,
  y: (level: number) => number,
  { width, height, scale, left }: ArmView,
): void {
  const first = Math.max(0, Math.floor((at + left - strip.from) / COLUMN));
  const last = Math.min(strip.bank.length - 1, first + Math.ceil(width / scale / COLUMN) + 1);
  const outline = (levelOf: (column: number) => number, fill: string) => {
    to.beginPath();
    to.moveTo(0, height);
    to.lineTo(0, y(levelOf(first)));
    for (let column = first; column <= last; column++) to.lineTo(x(columnMiddle(strip, column)), y(levelOf(column)));
    to.lineTo(width, y(levelOf(last)));
    to.lineTo(width, height);
    to.closePath();
    to.fillStyle = fill;
    to.fill();
  };
  outline((column) => (strip.bank[column] as number) + (strip.loose[column] as number), ground.heap);
  outline((column) => strip.bank[column] as number, ground.soil);
  to.fillStyle = 'rgba(201, 55, 42, 0.22)';
  for (const strip of strips) to.fillRect(x(strip.from), y(0), (strip.to - strip.from) * scale, height - y(0));
  for (const line of hidden) {
    to.fillStyle = colours.stop;
    to.font = '600 13px "Source Sans Semibold", sans-serif';
    to.textAlign = 'center';
    to.fillText(line.name, x(line.x), Math.min(height - 6, y(line.z) + 4));
  }
  to.strokeStyle = colours.paint;
  to.lineWidth = 2;
  to.setLineDash([8, 5]);
  to.beginPath();
  to.moveTo(x(floor.from), y(0));
  const pieces = 24;
  for (let i = 0; i <= pieces; i++) {
    const station = floor.from + ((floor.to - floor.from) * i) / pieces;
    to.lineTo(x(station), y(-floor.depthAt(station)));
  }
  to.lineTo(x(floor.to), y(0));
  to.stroke();
  to.setLineDash([]);
}

/** One wall of the box, seen through, with its two corners as they stand. */
function drawBox(
  to: CanvasRenderingContext2D,
  { from, to: end, height }: BoxIn,
  { near, far }: BoxState,
  x: (station: number) => number,
  y: (level: number) => number,
): void {
  to.beginPath();
  to.moveTo(x(from), y(near));
  to.lineTo(x(from), y(near + height));
  to.lineTo(x(end), y(far + height));
  to.lineTo(x(end), y(far));
  to.closePath();
  to.fillStyle = 'rgba(120, 134, 140, 0.35)';
  to.fill();
  to.strokeStyle = colours.ink;
  to.lineWidth = 2.5;
  to.stroke();
}

/** The pipe on its sling, the one that lies there already, and the place between. */
function drawPipe(
  to: CanvasRenderingContext2D,
  pit: Pit,
  lift: PipeLift,
  state: ArmState,
  hung: Hung,
  x: (station: number) => number,
  y: (level: number) => number,
  scale: number,
): void {
  const pipe = (from: number, low: number, fill: string) => {
    to.fillStyle = fill;
    to.fillRect(x(from), y(low + lift.size), lift.length * scale, lift.size * scale);
    to.strokeStyle = colours.ink;
    to.lineWidth = 1.5;
    to.strokeRect(x(from), y(low + lift.size), lift.length * scale, lift.size * scale);
  };
  pipe(lift.slit.to, lift.bed, colours.faded);
  pipe(hung.x - lift.length / 2, hung.z - lift.size / 2, colours.paint);
  const eye = eyeOf(pit, state);
  to.strokeStyle = colours.ink;
  to.lineWidth = 2;
  to.beginPath();
  // Two legs to the quarters; slack they lie.
  for (const side of [-1, 1]) {
    to.moveTo(x(eye.x), y(eye.z));
    to.lineTo(x(hung.x + (side * lift.length) / 4), y(hung.z + lift.size / 2));
  }
  to.stroke();
}

function drawMachine(
  to: CanvasRenderingContext2D,
  pit: Pit,
  state: ArmState,
  x: (station: number) => number,
  y: (level: number) => number,
  scale: number,
): void {
  const { machine } = pit;
  const metre = (length: number) => length * scale;
  const box = (from: number, top: number, length: number, high: number, fill: string) => {
    to.fillStyle = fill;
    to.fillRect(x(state.at + from), y(top), metre(length), metre(high));
  };
  const tracks = machine.front + 0.1;
  box(-tracks, 0.42, 2 * tracks, 0.42, colours.ink);
  box(-machine.tail, machine.height * 0.55, machine.tail + machine.arm.foot.x, machine.height * 0.55 - 0.42, colours.clay);
  box(-machine.tail * 0.6, machine.height, machine.tail * 0.75, machine.height * 0.45, colours.faded);
  // Swung out of line the arm is seen shorter.
  const turned = Math.cos(Math.min(state.swing, 1.35));
  const joints = jointsOf(machine.arm, state.pose).map((joint) => ({ x: x(state.at + joint.x * turned), y: y(joint.z) }));
  const [foot, elbow, wrist, teeth] = joints as [Point, Point, Point, Point];
  const link = (a: Point, b: Point, wide: number, colour: string) => {
    to.strokeStyle = colour;
    to.lineWidth = metre(wide);
    to.lineCap = 'round';
    to.beginPath();
    to.moveTo(a.x, a.y);
    to.lineTo(b.x, b.y);
    to.stroke();
  };
  link(foot, elbow, 0.2, colours.clay);
  link(elbow, wrist, 0.15, colours.clay);
  drawBucket(to, wrist, teeth, state);
}

interface Point {
  x: number;
  y: number;
}

/** A quarter round from its pin to its teeth, filled as far as it is. */
function drawBucket(to: CanvasRenderingContext2D, wrist: Point, teeth: Point, state: ArmState): void {
  const [dx, dy] = [teeth.x - wrist.x, teeth.y - wrist.y];
  // Its back bulges to the other side than its mouth looks; down is positive here.
  const back = { x: wrist.x + dx * 0.55 + dy * 0.5, y: wrist.y + dy * 0.55 - dx * 0.5 };
  const bulge = state.swing > 1.35 ? wrist : back;
  to.beginPath();
  to.moveTo(wrist.x, wrist.y);
  to.quadraticCurveTo(bulge.x, bulge.y, teeth.x, teeth.y);
  to.closePath();
  to.fillStyle = state.load > 0 ? ground.heap : colours.paper;
  to.fill();
  to.strokeStyle = colours.ink;
  to.lineWidth = 3;
  to.stroke();
}

/** From above: where the arm points, and from where on the heap is. */
function drawDial(to: CanvasRenderingContext2D, pit: Pit, state: ArmState, width: number): void {
  const [cx, cy, r] = [width - 44, 62, 34];
  to.strokeStyle = colours.faded;
  to.lineWidth = 1.5;
  to.fillStyle = colours.paper;
  to.beginPath();
  to.arc(cx, cy, r, Math.PI, 1.5 * Math.PI + Math.PI / 2);
  to.closePath();
  to.fill();
  to.stroke();
  const reach = Math.max(0.5, teethOf(pit, state).x - state.at);
  const from = Math.asin(Math.min(1, (pit.setback + pit.bucket / 2) / reach));
  to.fillStyle = ground.heap;
  to.beginPath();
  to.moveTo(cx, cy);
  to.arc(cx, cy, r - 2, -Math.PI / 2 - pit.heapAt, -Math.PI / 2 - from);
  to.closePath();
  to.fill();
  to.strokeStyle = colours.stop;
  to.lineWidth = 3;
  to.beginPath();
  to.moveTo(cx, cy);
  to.lineTo(cx - r * Math.sin(state.swing), cy - r * Math.cos(state.swing));
  to.stroke();
}
