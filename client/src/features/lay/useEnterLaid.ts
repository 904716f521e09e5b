import { layChecks } from '@tamper/core/layRefusals';
import type { Enter } from '../../data/write';
import { enterBy, UNSAID, useSite } from '../site/context';

/** Enters what was laid, joined and tested: held against what can be true of it. */
export const useEnterLaid = (): Enter => enterBy(useSite(), UNSAID, layChecks);
