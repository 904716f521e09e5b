import { lazy, Suspense, type ComponentType } from 'react';
import type { TabOf } from '../frame/places';
import { CardTab } from './CardTab';
import { DigPage } from './DigPage';

// What the cab does without comes when it is asked for.
const DayTab = lazy(async () => ({ default: (await import('./DayTab')).DayTab }));
const LevelTab = lazy(async () => ({ default: (await import('./LevelTab')).LevelTab }));
const FoundTab = lazy(async () => ({ default: (await import('./FoundTab')).FoundTab }));
const LayersTab = lazy(async () => ({ default: (await import('./LayersTab')).LayersTab }));

type Tab = TabOf<'dig'>;
const SHOWN: Record<Tab, ComponentType> = { card: CardTab, level: LevelTab, layers: LayersTab, found: FoundTab, day: DayTab };

/** Digging to the plan: what to dig, what was dug, and what the day came to. */
export function DigScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <DigPage>
      <Suspense fallback={null}>
        <Shown />
      </Suspense>
    </DigPage>
  );
}
