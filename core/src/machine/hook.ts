import type { Arm } from '../catalogue';

/** Shackle and chain between the hook and what hangs on it, metres. Source: usual. */
export const RIGGING = 1;

/** Highest the end of the stick gets, where a load hangs, metres above the ground. Source: both links as upright as their joints let them. */
export function hookHeight({ foot, boom, stick, boomTurn, stickTurn }: Arm): number {
  const heights = boomTurn.flatMap((b) => {
    const upright = Math.min(Math.max(Math.PI / 2 - b, stickTurn[0]), stickTurn[1]);
    return [upright, ...stickTurn].map((s) => foot.z + boom * Math.sin(b) + stick * Math.sin(b + s));
  });
  return Math.max(...heights);
}
