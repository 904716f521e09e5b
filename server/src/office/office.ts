import type { OfficeAnswer, Submission } from '@tamper/core/office';

/** What an office hands back for a request: its reference, when it will have answered, and the answer once it has. */
export interface Receipt {
  id: string;
  reference: string;
  answerAt: Date;
  answer: OfficeAnswer | null;
}

/**
 * A locate-request office: takes a route, has utilities mark their lines, answers in its own time. The practice office stands in for a
 * real one behind this interface.
 */
export interface LocateOffice {
  /** Takes a request. Sending the same again changes nothing; another under its id is refused. `patience`: seconds until the answer is wanted; a real office ignores it. */
  submit(id: string, submission: Submission, patience: number): Promise<Receipt>;
  /** How a request stands. @throws NotFoundError when the office does not know it. */
  look(id: string): Promise<Receipt>;
}
