import { sayPlace } from '@tamper/core/words';
import { Picker } from '../../ui/Picker';
import type { ProtectionEdit } from './context';

/** Which hole one looks at, where there are several: reaches dug open, and pits. */
export function PlacePicker({ edit: { job, plan, place, setPlace } }: { edit: ProtectionEdit }) {
  if (plan.places.length < 2) return null;
  return (
    <Picker
      label="Trench or pit"
      value={place.id}
      options={plan.places.map((one) => ({ value: one.id, label: sayPlace(one, job.units) }))}
      onChange={setPlace}
    />
  );
}
