import type { GroundId, Machine } from '../catalogue';

/** Force to break ground out with a bucket, newtons a metre of its width. Source: usual digging resistances; wet, rooted or frozen ground more. */
const resistance: Record<GroundId, number> = { sand: 9000, loam: 14_000, clay: 26_000, rock: 90_000 };

/** Widest bucket that a machine still breaks out with, curling and drawing, metres; and what to do about it, in words. */
export interface Power {
  widest: { curl: number; draw: number };
  advice: string;
}

/** Whether a bucket breaks this ground out, and what helps where it does not. @param bucket its width, metres. */
export function powerFor(machine: Pick<Machine, 'breakout'>, ground: GroundId, bucket: number): Power {
  const need = resistance[ground];
  const widest = { curl: machine.breakout.bucket / need, draw: machine.breakout.stick / need };
  const advice =
    bucket <= widest.draw
      ? 'Draws full: take long thin layers with the stick.'
      : bucket <= widest.curl
        ? 'Curl it out: the stick alone stalls. Short bites, teeth on.'
        : 'Too hard for this width: a narrower bucket or a ripper, teeth on; pin the machine with its blade behind, which costs lift.';
  return { widest, advice };
}
