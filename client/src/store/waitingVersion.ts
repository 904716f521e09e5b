import { told } from './told';

/** A newer program is on the device and waits to be taken: what takes it. Undefined where none does. */
export const { put: versionWaits, use: useWaitingVersion } = told<(() => void) | undefined>(undefined);
