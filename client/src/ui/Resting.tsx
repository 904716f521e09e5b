import { useIsFocused } from 'expo-router';
import { Activity, useEffect, useState, type ReactNode } from 'react';
import { Holder, HolderContext } from '../data/holder';

/**
 * A screen that rests while another lies over it: it plans nothing, looks for nothing and hears no keys until it is seen again. What it has open stays
 * open meanwhile, with its history.
 */
export function Resting({ children }: { children: ReactNode }) {
  const [holder] = useState(() => new Holder());
  useEffect(() => holder.release, [holder]);
  return (
    <HolderContext value={holder}>
      <Activity mode={useIsFocused() ? 'visible' : 'hidden'}>{children}</Activity>
    </HolderContext>
  );
}
