import { z } from 'zod';

/** An attempt as it is sent to the server: what it is of may be something only a newer program knows. */
export const attemptSchema = z.strictObject({
  id: z.uuid(),
  /** When, ISO. */
  at: z.iso.datetime(),
  /** What: a skill of the drills, an exercise on the arm, or a run of one's own. */
  what: z.string().min(1).max(40),
  level: z.int().min(1).max(9),
  /** The drill it was; 0 for an exercise. */
  seed: z
    .int()
    .min(0)
    .max(2 ** 32),
  right: z.boolean(),
  /** What was answered, or what came of it, in words. */
  said: z.string().max(2000),
  /** By which rules it was asked, or with which machine. */
  by: z.string().max(200),
  /** Of the drills, or of the arm. */
  version: z.int().min(1).max(1e6),
});
export type SentAttempt = z.infer<typeof attemptSchema>;

/** Most attempts of one request and its answer. */
export const ATTEMPTS_AT_ONCE = 200;

/** What a device has of somebody's attempts that the server may not, and up to where it has heard of those others sent. */
export const exchangeSchema = z.strictObject({ known: z.int().min(0), attempts: z.array(attemptSchema).max(ATTEMPTS_AT_ONCE) });
export type Exchange = z.infer<typeof exchangeSchema>;
/** What the server has past `known`, and up to where that goes. `more`: that was not all. */
export interface Exchanged {
  items: SentAttempt[];
  known: number;
  more: boolean;
}
