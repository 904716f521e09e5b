import { type Loose } from './loose';

/** Since format 12 a job can be put away: out of the lists, with its record. Before, it could only be deleted. */
export const jobOf12 = (doc: Loose): Loose => ('archived' in doc ? doc : { ...doc, archived: false });

/** So can a run; and one may be a pipe through a bank, which was not asked before. */
export const runOf12 = (doc: Loose): Loose => ('archived' in doc && 'culvert' in doc ? doc : { archived: false, culvert: null, ...doc });
