import { useSyncExternalStore } from 'react';
import { isKeeping, onKeeping } from '../store/database';

/** Does this device keep what is made on it? */
export const useKeeping = (): boolean => useSyncExternalStore(onKeeping, isKeeping);
/** Where what was made here is until the server has it, for people. */
export const useWhereKept = (): string => (useKeeping() ? 'kept on this device' : 'only in this open page');
