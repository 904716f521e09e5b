import { bucketsOf, type Reach } from '@tamper/core/job';
import { digWidth, overDig, passWords, waysToDig } from '@tamper/core/trench';
import { formatLength, formatVolume } from '@tamper/core/units';
import { memo } from 'react';
import { Text } from '../../../ui/Text';
import { usePlanOnScreen, useSectionHere } from '../context';

const SHOWN = 3;

/** Which buckets dig the width, in how many passes. */
export const Passes = memo(function Passes() {
  const { section, drawn } = useSectionHere();
  const { job, run } = drawn;
  const { reachIndex } = section;
  const plan = usePlanOnScreen();
  const reach = run.reaches[reachIndex] as Reach;
  const wide = digWidth(reach);
  const ways = waysToDig(job, reach);
  const length = (metres: number) => formatLength(metres, job.units);
  const best = ways[0];
  const over = best && plan ? overDig(plan.profile, reachIndex, best.width - wide) : 0;
  return (
    <>
      <Text variant="labelMedium">Bucket passes for {length(wide)}</Text>
      {ways.slice(0, SHOWN).map((way, index) => (
        <Text key={index} variant="bodySmall">
          {index === 0 ? 'Best: ' : 'Or: '}
          {passWords(way, job.units)}.
        </Text>
      ))}
      {ways.length === 0 ? (
        <Text variant="bodySmall">
          No bucket to hand digs it within what the supports allow: {bucketsOf(job).map(length).join(', ')}. Change the width, or the
          buckets on the job’s page.
        </Text>
      ) : null}
      {over > 0.05 ? <Text variant="bodySmall">Dug too wide: {formatVolume(over, job.units)} more in this reach.</Text> : null}
    </>
  );
});
