import { formatStation } from '@tamper/core/units';
import { Picker } from '../../ui/Picker';
import type { ProtectionEdit } from './context';

/** Which reach one looks at, where there are several. */
export function ReachPicker({ edit: { job, run, reach, setReach } }: { edit: ProtectionEdit }) {
  if (run.reaches.length < 2) return null;
  return (
    <Picker
      label="Reach"
      value={String(reach)}
      options={run.reaches.map(({ from }, index) => ({
        value: String(index),
        label: `${index + 1}, from ${formatStation(from, job.units)}`,
      }))}
      onChange={(value) => setReach(Number(value))}
    />
  );
}
