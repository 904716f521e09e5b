import type { SentEntry } from '../data/api';
import { keep } from './database';
import type { Draft } from './documents';
import { pack } from './packed';
import type { DamagedRow, DraftRow, OwnRow, WaitingRow } from './tables';

const DRAFT = 'tamper.draft';
const FORM = 'tamper.form.';
/** By job, run and entry; or, earlier still, by run and entry. */
const ENTRY = /^tamper\.book\.(?:([^.]+)\.)?([^.]+)\.([^.]+)$/;
const OWN: Readonly<Record<string, string>> = { 'tamper.who': 'who', 'tamper.walked': 'walked' };
const OWN_JSON: Readonly<Record<string, string>> = { 'tamper.device': 'device', 'tamper.clock': 'clock' };

/** Takes over what an earlier program kept on this device. It is taken away there only when it is kept here. */
export async function takeOver(store: Storage): Promise<void> {
  const keys = Object.keys(store).filter((key) => key.startsWith('tamper.'));
  if (keys.length === 0) return;
  const drafts: DraftRow[] = [];
  const waiting: WaitingRow[] = [];
  const own: OwnRow[] = [];
  const damaged: DamagedRow[] = [];
  const read: string[] = [];
  for (const key of keys) {
    const text = store.getItem(key) ?? '';
    const [, jobId = '', about] = ENTRY.exec(key) ?? [];
    read.push(key);
    if (key in OWN) {
      own.push({ key: OWN[key] as string, value: text });
      continue;
    }
    const value = parsed(text);
    if (value === undefined) damaged.push({ id: key, table: 'earlier', at: Date.now(), why: 'It was cut short.', row: text });
    else if (key.startsWith(DRAFT)) {
      const { version, base, doc } = value as Pick<Draft, 'version' | 'base' | 'doc'>;
      const path = key.slice(DRAFT.length);
      const jobId = path.startsWith('/jobs/') ? path.slice('/jobs/'.length) : '';
      drafts.push({ path, jobId, version, base: pack(base), doc: pack(doc), rev: 1, since: 0 });
    } else if (about !== undefined) {
      const entry = value as SentEntry;
      waiting.push({ id: entry.id, jobId, about, count: entry.count ?? 0, entry });
    } else if (key in OWN_JSON) own.push({ key: OWN_JSON[key] as string, value });
    else if (key.startsWith(FORM)) own.push({ key: `form.${key.slice(FORM.length)}`, value });
  }
  const { kept } = await keep(['drafts', 'waiting', 'own', 'damaged'], (tx) => {
    for (const row of damaged) tx.put('damaged', row);
    for (const row of drafts) tx.put('drafts', row);
    for (const row of waiting) tx.put('waiting', row);
    for (const row of own) tx.put('own', row);
    return Promise.resolve();
  });
  if (kept) for (const key of read) store.removeItem(key);
}

/** What stands there; undefined where it was cut short. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return undefined;
  }
}
