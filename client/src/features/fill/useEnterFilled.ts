import { fillChecks } from '@tamper/core/fillRefusals';
import type { Enter } from '../../data/write';
import { enterBy, UNSAID, useSite } from '../site/context';

/** Enters what was filled, measured and closed: held against what can be true of it. */
export const useEnterFilled = (): Enter => enterBy(useSite(), UNSAID, fillChecks);
