import type { TabOf } from '../frame/places';
import { DigPage } from './DigPage';
import { MachineTab } from './MachineTab';
import { SensorsTab } from './SensorsTab';
import { SetUpTab } from './SetUpTab';
import { SheetTab } from './SheetTab';

type Tab = TabOf<'setout'>;
const SHOWN: Record<Tab, () => React.ReactNode> = { setup: SetUpTab, machine: MachineTab, sensors: SensorsTab, sheet: SheetTab };

/** Before the first bucket: levels, the machine and its sensors, and what is pegged out. */
export function SetOutScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <DigPage>
      <Shown />
    </DigPage>
  );
}
