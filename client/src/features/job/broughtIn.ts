/** What did not come when a job was brought in, by the job's id: told where its files are. */
const left = new Map<string, string[]>();

export const tellLater = (jobId: string, faults: string[]): void => void (faults.length > 0 && left.set(jobId, faults));
/** What is to be told of a job; once. */
export function toldOf(jobId: string): string[] {
  const faults = left.get(jobId) ?? [];
  left.delete(jobId);
  return faults;
}
