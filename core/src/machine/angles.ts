/** Does a joint turn as far? Radians; its ends belong to it. */
export const within = (angle: number, [low, high]: readonly [number, number]): boolean => angle >= low - 1e-9 && angle <= high + 1e-9;
/** An angle as it is said between −π and π. */
export const wrapped = (angle: number): number => Math.atan2(Math.sin(angle), Math.cos(angle));
