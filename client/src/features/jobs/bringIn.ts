import { InputError, MAX_FILE, readJobFile } from '@tamper/core/job';
import { api, sentences } from '../../data/api';
import { newId } from '../../data/newId';
import { pickText } from '../../ui/files';

/** Asks for a job file and stores what it says as a new job. Null where nobody chose one; sentences where it was refused, nothing being changed then. */
export async function bringIn(): Promise<{ id: string } | { faults: string[] } | null> {
  try {
    const picked = await pickText(['application/json', '.json'], MAX_FILE);
    return picked && { id: (await api.importJob(newId(), readJobFile(picked.text))).id };
  } catch (fault) {
    return {
      faults: fault instanceof InputError ? fault.errors.slice(0, 8).map(({ field, message }) => `${field}: ${message}`) : sentences(fault),
    };
  }
}
