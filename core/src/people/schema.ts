import { z } from 'zod';
import { MOST_NAME } from '../job/limits';
import { PASSPHRASE } from './limits';
import { roleIds } from './roles';

/** What somebody is called: it stands on every entry they make, and they sign in by it. */
export const accountName = z
  .string()
  .trim()
  .min(2, 'A name has two characters at least.')
  .max(MOST_NAME, `Keep it under ${MOST_NAME} characters.`)

  .regex(/^[^\u0000-\u001f\u007f\u200b-\u200f\u2028-\u202e\ufeff]*$/, 'There is a character in it that nobody can see.');

export const passphrase = z
  .string()
  .min(PASSPHRASE.least, `A passphrase has ${PASSPHRASE.least} characters at least: a few words will do.`)
  .max(PASSPHRASE.most, `A passphrase has ${PASSPHRASE.most} characters at most.`);

/** What somebody is in a job: at least one role, each once. */
export const rolesSchema = z
  .array(z.enum(roleIds))
  .min(1, 'Give one role at least.')
  .max(roleIds.length)
  .refine((list) => new Set(list).size === list.length, 'Give each role once.');

/** Letters and figures that are not mistaken for each other when they are read out. */
export const READABLE = 'abcdefghjkmnpqrstuvwxyz23456789';
/** A code that lets somebody in, as it is typed: spaces, dashes and capitals do not count. */
export const code = z
  .string()
  .max(60)
  .transform((typed) => typed.toLowerCase().replace(/[^a-z0-9]/g, ''))
  .refine((typed) => typed.length === 12, 'A code has twelve letters and figures.');

export const signInSchema = z.strictObject({ name: z.string().trim().min(1).max(200), passphrase: z.string().min(1).max(1000) });
export const firstSchema = z.strictObject({ name: accountName, passphrase });
/** Somebody new with a code, or somebody with a new passphrase by a code. */
export const joinSchema = z.strictObject({ code, name: accountName, passphrase });
export const inviteSchema = z.strictObject({ roles: rolesSchema });
export const setRolesSchema = z.strictObject({ roles: rolesSchema.or(z.tuple([])) });
export const newPassphraseSchema = z.strictObject({ old: z.string().max(1000), passphrase });
