import { tell } from './bus';
import { keep, lookUp } from './database';
import { documentOf, draftOf } from './documents';
import type { DamagedRow } from './tables';

/** Sets a row aside that cannot be read: it is shown, never lost in silence. */
export async function setAside(table: 'documents' | 'drafts', key: string, error: unknown): Promise<void> {
  const why = error instanceof Error ? error.message : String(error);
  console.warn(`Set aside: ${table} ${key}`, error);
  await keep([table, 'damaged'], async (tx) => {
    const row = await tx.get(table, key);
    if (!row) return;
    const plain = 'stored' in row ? documentOf(row) : draftOf(row);
    tx.put('damaged', { id: `${table} ${key}`, table, at: Date.now(), why, row: plain });
    tx.drop(table, key);
  });
  tell({ kind: 'answer', path: DAMAGED });
}

/** What was set aside, as lists are called by. */
export const DAMAGED = 'damaged';
export const allDamaged = (): Promise<DamagedRow[]> => lookUp(['damaged'], (tx) => tx.all('damaged'));
export async function dropDamaged(id: string): Promise<void> {
  await keep(['damaged'], (tx) => (tx.drop('damaged', id), Promise.resolve()));
  tell({ kind: 'answer', path: DAMAGED });
}
