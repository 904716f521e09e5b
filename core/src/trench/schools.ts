import { ownersFor, type OwnerProfile } from '../catalogue';
import type { Job, PlacedLine } from '../job';

/** Schools of the same utility by which a line might be laid, that would not say what is said of it: by their names. */
export const otherSchools = (
  { owners }: Pick<Job, 'owners'>,
  { owner, product }: Pick<PlacedLine, 'owner' | 'product'>,
  satisfied: (profile: OwnerProfile) => boolean,
): string[] => ownersFor(product, owners).flatMap((profile) => (profile.id !== owner?.id && satisfied(profile) ? [profile.name] : []));
