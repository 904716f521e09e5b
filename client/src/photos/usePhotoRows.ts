import { useEffect } from 'react';
import useSWR from 'swr';
import { onNews } from '../store/bus';
import { photosOf } from '../store/photos';
import type { PhotoRow } from '../store/tables';
import { useSoon } from '../data/useSoon';

const NONE: ReadonlyMap<string, PhotoRow> = new Map();

/** How each photo of a job that was made on this device stands, by its hash; those of others are not among them. */
export function usePhotoRows(jobId: string): ReadonlyMap<string, PhotoRow> {
  const { data, mutate } = useSWR(`photos of ${jobId}`, async () => new Map((await photosOf(jobId)).map((row) => [row.hash, row])));
  // While many are sent it is not read for each of them.
  const soon = useSoon(() => void mutate());
  useEffect(() => onNews((news) => void (news.kind === 'photo' && soon())), [soon]);
  return data ?? NONE;
}

/** What is said of a photo that the server has not got. */
export const signOf = (row: PhotoRow | undefined): string | undefined =>
  row?.refused !== undefined ? 'refused' : row && row.sent === undefined ? 'kept here' : undefined;
