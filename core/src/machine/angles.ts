/** Does a joint turn as far? Radians; its ends belong to it. */
export const within = (angle: number, [low, high]: readonly [number, number]): boolean => angle >= low - 1e-9 && angle <= high + 1e-9;
const TURN = 2 * Math.PI;
/** An angle as it is said, above −π and up to π. */
export const wrapped = (angle: number): number => angle - TURN * Math.ceil(angle / TURN - 0.5);
/** Third side of a triangle of two links with an angle turned between them, metres. Source: law of cosines. */
export const across = (a: number, b: number, turn: number): number => Math.sqrt(a * a + b * b + 2 * a * b * Math.cos(turn));
