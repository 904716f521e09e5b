import { sayQuantity, type TestVerdict } from '@tamper/core/lay';
import { type UnitSystem } from '@tamper/core/units';
import { formatMinutes } from '@tamper/core/gauge';
import { CurvePlot } from './CurvePlot';

/** What was read of a test against what it may come to. */
export function TestPlot({ curve, units }: { curve: NonNullable<TestVerdict['curve']>; units: UnitSystem }) {
  const xy = (list: readonly { minute: number; value: number }[]) => list.map(({ minute, value }) => ({ x: minute, y: value }));
  const last = curve.points.at(-1);
  return (
    <CurvePlot
      label={`What was read: ${last ? `${sayQuantity(curve.quantity, last.value, units)} at ${formatMinutes(last.minute)}` : 'nothing yet'}`}
      points={xy(curve.points)}
      limit={xy(curve.limit)}
      limitName="what it may come to"
      sayX={formatMinutes}
      sayY={(value) => sayQuantity(curve.quantity, value, units)}
    />
  );
}
