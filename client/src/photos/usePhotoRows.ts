import { useEffect, useMemo } from 'react';
import useSWR from 'swr';
import { useSoon } from '../data/useSoon';
import { onNews } from '../store/bus';
import { photosOf } from '../store/photos';
import type { PhotoRow } from '../store/tables';

/** How each photo of a job that was made on this device stands, by its hash; those of others are not among them. */
export function usePhotoRows(jobId: string): ReadonlyMap<string, PhotoRow> {
  // Kept as a list: of two maps SWR does not see that they differ.
  const { data, mutate } = useSWR(`photos of ${jobId}`, () => photosOf(jobId));
  // While many are sent it is not read for each of them.
  const soon = useSoon(() => void mutate());
  useEffect(() => onNews((news) => void (news.kind === 'photo' && soon())), [soon]);
  return useMemo(() => new Map(data?.map((row) => [row.hash, row])), [data]);
}

/** What is said of a photo that the server has not got. @param keeping does this device keep anything? */
export const signOf = (row: PhotoRow | undefined, keeping: boolean): string | undefined =>
  row?.refused !== undefined ? 'refused' : row && row.sent === undefined ? (keeping ? 'kept here' : 'not kept') : undefined;
