import type { Hearing } from '@tamper/core/gates';
import { deviceId } from './device';
import { deviceClock } from './deviceClock';

/** What this device knows of the server and of the time. @param heard when it heard the server last, ms. @param now by its clock put right, ms. */
export const hearingHere = (heard: number | undefined, now: number): Hearing => ({
  device: deviceId(),
  heard,
  clockBack: deviceClock().back,
  now,
});
