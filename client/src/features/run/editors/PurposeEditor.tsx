import { later } from '../../../ui/later';
import { Text } from '../../../ui/Text';

/** What the run is for, where it is more than a line in a trench. */
export const PurposeEditor = later(async () => (await import('../purpose/Purpose')).Purpose, <Text>Fetching…</Text>);
