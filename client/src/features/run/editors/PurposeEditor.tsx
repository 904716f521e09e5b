import { lazy, Suspense } from 'react';
import { Text } from '../../../ui/Text';

const Purpose = lazy(async () => ({ default: (await import('../purpose/Purpose')).Purpose }));

/** What the run is for, where it is more than a line in a trench. */
export const PurposeEditor = () => (
  <Suspense fallback={<Text>Fetching…</Text>}>
    <Purpose />
  </Suspense>
);
