/** A stored document with what a later write must name. */
export interface Stored<T> {
  id: string;
  version: number;
  updatedAt: Date;
  doc: T;
}

/** The write was based on a version that is no longer the current one. Nothing was written. */
export class StaleError extends Error {
  constructor(readonly current: Stored<unknown>) {
    super('stale');
  }
}
export class NotFoundError extends Error {}

/** What has a record is kept: nothing can take the place of what was written. */
export class RecordedError extends Error {}
/** Something else has this id already. Nothing was written. */
export class TakenError extends Error {}
