import { type Loose } from './loose';

/** Since format 12 a job and a run can be put away: out of the lists, with their record. Before, they could only be deleted. */
export const docOf12 = (doc: Loose): Loose => ('archived' in doc ? doc : { ...doc, archived: false });
