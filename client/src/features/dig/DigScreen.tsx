import type { ComponentType } from 'react';
import type { TabOf } from '../frame/places';
import { CardTab } from './CardTab';
import { DigPage } from './DigPage';
import { later } from '../../ui/later';

// What the cab does without comes when it is asked for.
const DayTab = later(async () => (await import('./DayTab')).DayTab);
const LevelTab = later(async () => (await import('./LevelTab')).LevelTab);
const FoundTab = later(async () => (await import('./FoundTab')).FoundTab);
const LayersTab = later(async () => (await import('./LayersTab')).LayersTab);

type Tab = TabOf<'dig'>;
const SHOWN: Record<Tab, ComponentType> = { card: CardTab, level: LevelTab, layers: LayersTab, found: FoundTab, day: DayTab };

/** Digging to the plan: what to dig, what was dug, and what the day came to. */
export function DigScreen({ tab }: { tab: Tab }) {
  const Shown = SHOWN[tab];
  return (
    <DigPage>
      <Shown />
    </DigPage>
  );
}
