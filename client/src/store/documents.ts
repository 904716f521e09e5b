import { clean, isSurelyClean } from '@tamper/core/clean';
import { omit } from '@tamper/core/plain';
import type { Stored, StoredHead } from '../data/api';
import { tell } from './bus';
import { keep, lookUp } from './database';
import { heldBy } from './me';
import { pack, unpack } from './packed';
import type { DocumentRow, DraftRow } from './tables';

/** A document as the server had it last, unpacked. */
export type KnownDocument = Omit<DocumentRow, 'stored'> & { stored: Stored<unknown> };
/** What is worked on, unpacked. */
export type Draft = Omit<DraftRow, 'doc' | 'base'> & { doc: unknown; base: unknown };
export const documentOf = (row: DocumentRow): KnownDocument => ({ ...row, stored: { ...row.stored, doc: unpack(row.stored.doc) } });
export const draftOf = (row: DraftRow): Draft => ({ ...row, doc: unpack(row.doc), base: unpack(row.base) });

/** A document as this device knows it: what the server had last, and what is worked on. One of the two is there. */
export interface Known {
  row: KnownDocument | undefined;
  draft: Draft | undefined;
}

export async function readDocument(path: string): Promise<Known> {
  const [row, draft] = await lookUp(['documents', 'drafts'], (tx) => Promise.all([tx.get('documents', path), tx.get('drafts', path)]));
  return { row: row && documentOf(row), draft: draft && draftOf(draft) };
}
/** Which version of a document the server had, as far as was heard here. */
export const heardVersion = async (path: string): Promise<number | undefined> =>
  (await lookUp(['documents'], (tx) => tx.get('documents', path)))?.stored.version;

export const allDrafts = (): Promise<DraftRow[]> => lookUp(['drafts'], (tx) => tx.all('drafts'));

/** The server has this of a document: older news is no news. */
export async function hearDocument(path: string, jobId: string, stored: Stored<unknown>): Promise<void> {
  await keep(['documents'], async (tx) => {
    const before = await tx.get('documents', path);
    if (!before || before.stored.version < stored.version) tx.put('documents', { ...before, path, jobId, stored: packed(stored) });
  });
  tell({ kind: 'heard', path });
}

/** As the server said it, packed. */
export const packed = (stored: Stored<unknown>): DocumentRow['stored'] => ({ ...stored, doc: pack(stored.doc) });

/** What one tab made of a document. */
export type Work = Pick<Draft, 'path' | 'jobId' | 'doc'> & Pick<Partial<Draft>, 'like'>;
/** What it had taken in when it did: the draft by its count, or what the server had. */
export type Seen = Pick<Draft, 'rev' | 'doc' | 'version' | 'base'>;
/** Nothing was there before. */
export const UNSEEN: Seen = { rev: 0, doc: undefined, version: 0, base: undefined };

/**
 * Keeps a draft. What stands against the one before stands against it too, but for a refusal: it is another now.
 * @param merge puts together what two tabs made of the same document.
 */
export async function keepDraft(
  work: Work,
  seen: Seen,
  merge: (base: unknown, mine: unknown, theirs: unknown) => unknown,
): Promise<{ draft: Draft; kept: boolean }> {
  const { value: draft, kept } = await keep(['documents', 'drafts'], async (tx) => {
    const [row, before] = await Promise.all([tx.get('documents', work.path), tx.get('drafts', work.path)]);
    // What this device kept or sent last is gone on from; what others stored is not, before somebody has looked at it.
    const last = before ?? (row && sentHere(row) && row.sent.rev >= seen.rev ? { ...asBase(row.stored), rev: row.sent.rev } : undefined);
    const { version } = last ?? seen;
    const merged = last && last.rev !== seen.rev ? merge(seen.doc, work.doc, unpack(last.doc)) : work.doc;
    const text = pack(merged);
    const doc = isSurelyClean(text) ? merged : clean(merged);
    const rev = Math.max(before?.rev ?? 0, row?.sent?.rev ?? 0, seen.rev) + 1;
    const by = heldBy();
    const made: DraftRow = {
      since: Date.now(),
      ...(before && omit(before, 'refused')),
      ...work,
      version,
      base: last ? last.base : pack(seen.base),
      doc: doc === merged ? text : pack(doc),
      rev,
      ...(by && { by }),
    };
    tx.put('drafts', made);
    // Of the same count and version it is what was seen: that need not be unpacked.
    const base = last?.rev === seen.rev && version === seen.version ? seen.base : unpack(made.base);
    return { ...made, doc, base };
  });
  tell({ kind: 'edited', path: work.path, rev: draft.rev });
  tell({ kind: 'poke' });
  return { draft, kept };
}
const asBase = ({ version, doc }: DocumentRow['stored']) => ({ version, base: doc, doc });
/** Is what the server has the last that this device sent? */
const sentHere = (row: DocumentRow): row is DocumentRow & Required<Pick<DocumentRow, 'sent'>> => row.sent?.version === row.stored.version;

/** The server has taken what was sent of a draft: what came after goes on from there. */
export async function settleDraft(sent: DraftRow, stored: StoredHead): Promise<void> {
  await keep(['documents', 'drafts'], async (tx) => {
    const [row, draft] = await Promise.all([tx.get('documents', sent.path), tx.get('drafts', sent.path)]);
    // What else a row says of the document (of which job it is) stays.
    tx.put('documents', {
      path: sent.path,
      jobId: row?.jobId ?? sent.jobId,
      stored: { ...row?.stored, ...stored, doc: sent.doc },
      sent: { rev: sent.rev, version: stored.version },
    });
    if (!draft) return;
    if (draft.rev === sent.rev) tx.drop('drafts', sent.path);
    else tx.put('drafts', { ...draft, version: stored.version, base: sent.doc });
  });
  tell({ kind: 'sent', path: sent.path, version: stored.version, rev: sent.rev });
}

/** Marks what stands in the way of sending a draft. It is marked only while it is the same. */
export async function stopDraft(sent: DraftRow, why: Pick<DraftRow, 'theirs' | 'refused' | 'gone'>): Promise<void> {
  await keep(['drafts'], async (tx) => {
    const draft = await tx.get('drafts', sent.path);
    if (!draft || (why.refused !== undefined && draft.rev !== sent.rev)) return;
    tx.put('drafts', { ...draft, ...why });
  });
  tell({ kind: 'heard', path: sent.path });
}

/** A draft that nothing stands in the way of. */
const unstopped = (draft: DraftRow): DraftRow => omit(omit(omit(draft, 'theirs'), 'refused'), 'gone');

/** Goes on from what somebody else stored: with this document, or with theirs where it is undefined. */
export async function resolveDraft(path: string, theirs: Stored<unknown>, doc: unknown): Promise<void> {
  await keep(['documents', 'drafts'], async (tx) => {
    const [row, draft] = await Promise.all([tx.get('documents', path), tx.get('drafts', path)]);
    if (!draft) return;
    const rest = unstopped(draft);
    tx.put('documents', {
      path,
      jobId: row?.jobId ?? draft.jobId,
      stored: { ...row?.stored, ...packed(theirs) },
      sent: { rev: draft.rev, version: theirs.version },
    });
    if (doc === undefined) tx.drop('drafts', path);
    else tx.put('drafts', { ...rest, version: theirs.version, base: pack(theirs.doc), doc: pack(doc), rev: draft.rev + 1 });
  });
  tell({ kind: 'heard', path });
  tell({ kind: 'poke' });
}

/** Makes a document anew that somebody deleted meanwhile, from what was made of it here. */
export async function putBack(path: string): Promise<void> {
  await keep(['documents', 'drafts'], async (tx) => {
    const draft = await tx.get('drafts', path);
    if (!draft?.gone) return;
    tx.put('drafts', { ...unstopped(draft), version: 0, base: undefined, rev: draft.rev + 1 });
    tx.drop('documents', path);
  });
  tell({ kind: 'heard', path });
  tell({ kind: 'poke', now: true });
}

/** Tries again what was refused. */
export async function retryDraft(path: string): Promise<void> {
  await keep(['drafts'], async (tx) => {
    const draft = await tx.get('drafts', path);
    if (draft) tx.put('drafts', omit(draft, 'refused'));
  });
  tell({ kind: 'heard', path });
  tell({ kind: 'poke' });
}

/** Forgets a document and the work on it. */
export async function forgetDocument(path: string): Promise<void> {
  await keep(['documents', 'drafts'], (tx) => {
    tx.drop('documents', path);
    tx.drop('drafts', path);
    return Promise.resolve();
  });
  tell({ kind: 'heard', path });
}

/** Forgets a job with everything of it. */
export async function forgetJob(jobId: string): Promise<void> {
  await keep(['documents', 'drafts', 'answers', 'books', 'entries', 'waiting'], async (tx) => {
    for (const { path } of await tx.of('documents', jobId)) tx.drop('documents', path);
    for (const { path } of await tx.of('drafts', jobId)) tx.drop('drafts', path);
    for (const { path } of await tx.of('answers', jobId)) tx.drop('answers', path);
    for (const { first } of await tx.all('entries', stretchOf(jobId))) tx.drop('entries', [jobId, first]);
    for (const { id } of await tx.of('waiting', jobId)) tx.drop('waiting', id);
    tx.drop('books', jobId);
  });
  tell({ kind: 'heard', path: `/jobs/${jobId}` });
}

/** Every stretch of the book of a job. */
export const stretchOf = (jobId: string): readonly [[string, number], [string, number]] => [
  [jobId, 0],
  [jobId, Number.MAX_SAFE_INTEGER],
];
