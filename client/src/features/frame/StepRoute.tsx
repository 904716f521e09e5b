import { useLocalSearchParams } from 'expo-router';
import type { ReactNode } from 'react';
import { NoSuchPlace } from './NoSuchPlace';
import { tabsOf, type StepId, type TabOf } from './places';

/** The tab of a step its address names, or what to say where it names none there is. */
export function StepRoute<S extends StepId>({ step, children }: { step: S; children: (tab: TabOf<S>) => ReactNode }) {
  const { tab } = useLocalSearchParams<{ tab: string }>();
  const known = tabsOf(step).find(({ value }) => value === tab);
  return known ? children(known.value) : <NoSuchPlace />;
}
