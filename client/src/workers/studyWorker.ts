import type { Remote } from 'comlink';
import { begun, oneThing, type Begun } from './begun';
import type { StudyWorker } from './study.worker';

/** A worker that answers what is asked about runs besides their plans. */
export const studyWorker = (): Begun<Remote<StudyWorker>> =>
  begun<StudyWorker>(new Worker(new URL('./study.worker', window.location.href)));

/** Has it answer one thing. @throws InputError with what stands in its way; Error where the worker breaks. */
export const studied = <T>(work: (remote: Remote<StudyWorker>) => Promise<unknown>): Promise<T> => oneThing(studyWorker(), work);
