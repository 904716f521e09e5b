import type { Remote } from 'comlink';
import type { StudyWorker } from './study.worker';
import type { Worked } from './worked';
import { studyWorker } from './studyWorker';
import { useLatest } from './useLatest';

/**
 * What a worker makes of the newest inputs; undefined until it has, and where they cannot be planned.
 * @param inputs the same object while nothing changed. @param work a constant function.
 */
export function useWorked<I, T>(
  inputs: I | undefined,
  work: (remote: Remote<StudyWorker>, inputs: I) => Promise<Worked<T>>,
): T | undefined {
  const { result } = useLatest(studyWorker, inputs, work);
  return result && 'value' in result.value ? result.value.value : undefined;
}
