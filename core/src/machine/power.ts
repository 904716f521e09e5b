import type { GroundId, Machine } from '../catalogue';

/** Force to break ground out with a bucket, newtons a metre of its width. Source: usual digging resistances; wet, rooted or frozen ground more. */
export const resistance: Record<GroundId, number> = { sand: 14_000, loam: 20_000, clay: 30_000, rock: 90_000 };

/** Widest bucket a machine breaks out with, metres: curling it, and drawing the stick. */
export const breaksOut = ({ breakout }: Pick<Machine, 'breakout'>, ground: GroundId): { curl: number; draw: number } => ({
  curl: breakout.bucket / resistance[ground],
  draw: breakout.stick / resistance[ground],
});

/** What helps a bucket break this ground out, in words. @param bucket its width, metres. */
export function powerAdvice(machine: Pick<Machine, 'breakout'>, ground: GroundId, bucket: number): string {
  const { curl, draw } = breaksOut(machine, ground);
  if (bucket <= draw) return 'Draws full: take long thin layers with the stick.';
  if (bucket <= curl) return 'Curl it out: the stick alone stalls. Short bites, teeth on.';
  return 'Too hard for this width: a narrower bucket or a ripper, teeth on; pin the machine with its blade behind, which costs lift.';
}
