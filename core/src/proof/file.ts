import { z } from 'zod';

const hex = z.string().regex(/^[0-9a-f]{64}$/, 'A hash has 64 hexadecimal figures.');
const linkSchema = z.object({
  kind: z.enum(['entry', 'revision']),
  at: z.string().max(40),
  what: z.unknown(),
  hash: hex,
  /** Of an issued plan: what was issued, which its digest names. */
  body: z.unknown().optional(),
});
/** The chains of a job, each in its order, and how much of what is recorded stands in none: what they say can be checked with this file alone. */
export const proofSchema = z.object({
  format: z.literal('tamper-proof'),
  version: z.literal(1),
  job: z.string().max(200),
  made: z.string().max(40),
  chains: z.array(
    z.object({ about: z.string().max(60), name: z.string().max(200), links: z.array(linkSchema), loose: z.int().min(0).default(0) }),
  ),
});
export type ProofFile = z.infer<typeof proofSchema>;
export type ProofChain = ProofFile['chains'][number];
