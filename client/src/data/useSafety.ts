import { useMemo } from 'react';
import { onNews } from '../store/bus';
import { PhotosLeft } from './photosLeft';
import { together, type Safety } from './safety';
import { bookOf } from './useBook';

/** What is written in a job's book, about one run or about all of them. */
function writtenIn(jobId: string, runId?: string): Safety {
  const book = bookOf(jobId);
  return {
    subscribe: (listener) => {
      const stops = [book.subscribe(listener), onNews((news) => news.kind === 'line' && listener())];
      return () => stops.forEach((stop) => stop());
    },
    saving: () => book.saving(runId),
  };
}

/** How safe all work on a job is, or on one run of it: the documents, what is written about them, and what was photographed. */
export function useSafety(jobId: string, job: Safety | undefined, runId?: string, run?: Safety): Safety {
  return useMemo(
    () => together([job, run, writtenIn(jobId, runId), new PhotosLeft(jobId)].filter((one) => one !== undefined)),
    [jobId, job, runId, run],
  );
}
