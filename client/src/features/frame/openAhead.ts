import { openBefore } from '../../data/documents';
import { planAhead } from '../../workers/planWorker';

/** What was opened for a screen is held until that has it, ms. */
const HELD = 10_000;

/**
 * Opens a run from what this device keeps before anything of it is drawn, and has it planned meanwhile: a screen that is drawn when both are there is drawn once.
 * @throws what stood in the way; the screen tells it.
 */
export async function openAhead(jobId: string, runId: string): Promise<void> {
  const { seen, release } = await openBefore(jobId, runId);
  const end = seen ? planAhead(seen.job, seen.run) : undefined;
  setTimeout(() => (release(), end?.()), HELD);
}
