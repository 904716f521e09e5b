import type { Photo } from '@tamper/core/book';
import { useState } from 'react';
import { deviceClock } from '../data/deviceClock';
import { putOwn, readOwn, useOwn } from '../store/own';
import { keepPhoto } from '../store/photos';
import { sentencesOf } from '../ui/sentences';
import { useStable } from '../ui/useStable';
import { pickPhotos } from './pick';
import { prepare } from './prepare';

const PLACE = 'photoPlace';
/** Shall where a photo was taken stay with it? Not unless somebody said so. */
export const useKeepsPlace = (): boolean => useOwn<boolean>(PLACE) ?? false;
export const keepPlace = (keeps: boolean): Promise<boolean> => putOwn(PLACE, keeps || undefined);

/** Photos on their way from the camera to this device's store. */
export interface Intake {
  /** How many are being made ready. */
  busy: number;
  /** What was wrong with those that were not taken. */
  faults: readonly string[];
  /** Asks for photos and keeps them. @returns those that are kept: the rest stand in `faults`. */
  take: (from: 'camera' | 'files') => Promise<Photo[]>;
}

export function useIntake(jobId: string): Intake {
  const [busy, setBusy] = useState(0);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const take = useStable(async (from: 'camera' | 'files') => {
    const files = await pickPhotos(from);
    if (files.length === 0) return [];
    setFaults([]);
    setBusy(files.length);
    const kept: Photo[] = [];
    const wrong: string[] = [];
    try {
      await prepare(files, readOwn<boolean>(PLACE) ?? false, async (one) => {
        setBusy((left) => left - 1);
        if ('fault' in one) return void wrong.push(one.fault);
        await keepPhoto(jobId, one, deviceClock().now());
        if (!kept.some(({ hash }) => hash === one.photo.hash)) kept.push(one.photo);
      });
    } catch (error) {
      wrong.push(...sentencesOf(error));
    }
    setBusy(0);
    setFaults(wrong);
    return kept;
  });
  return { busy, faults, take };
}
