import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { blankRun, upgradeRun, type Run } from '@tamper/core/job';
import type { StoredRun } from './api';
import { changeRun } from './documents';
import { liveDocument } from './liveDocument';

/** The demonstration as the first program wrote it. */
const FIRST_FORMAT = join(__dirname, '../../../core/src/job/upgrade/history/format1.json');
const run = (name: string): Run => blankRun({ name, length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });

/** A server of one run that keeps versions, as the real one does. */
function server(first: Run) {
  const state = { version: 1, doc: first, gets: 0, down: false };
  const answer = (status: number, body: unknown) =>
    Promise.resolve({ ok: status < 400, status, headers: { get: () => null }, json: () => Promise.resolve(body) } as unknown as Response);
  const stored = () => ({ id: 'r', jobId: 'j', updatedAt: '', version: state.version, doc: state.doc });
  globalThis.fetch = ((path: string, init?: RequestInit) => {
    if (state.down) return Promise.reject(new TypeError('down'));
    if (init?.method !== 'PUT') {
      state.gets++;
      return path.endsWith(`?known=${state.version}`) ? answer(204, undefined) : answer(200, stored());
    }
    const { version, doc } = JSON.parse(String(init.body)) as { version: number; doc: Run };
    if (version !== state.version) return answer(409, { error: { code: 'stale', message: 'newer', current: stored() } });
    Object.assign(state, { version: version + 1, doc });
    return answer(200, stored());
  }) as typeof fetch;
  return state;
}
const open = () => liveDocument<Run, StoredRun>('/runs/r', upgradeRun);
const nothing = () => undefined;
/** Lets the microtask that closes an unused document run. */
const settled = () => new Promise((done) => setTimeout(done, 0));

// The test's page has no timeouts for fetch.
AbortSignal.timeout ??= () => new AbortController().signal;
beforeEach(() => localStorage.clear());

test('every screen works on the same document: one fetch, one history, changes seen by all', async () => {
  const state = server(run('One'));
  const [above, below] = [open(), open()];
  const seen: (string | undefined)[] = [];
  const stop = [above.subscribe(nothing), below.subscribe(() => seen.push(below.read().open?.history.present.name))];
  expect((await above.opened()).name).toBe('One');
  above.change(run('Two'));
  expect(below.read().open?.history.present.name).toBe('Two');
  await above.saved();
  expect(state).toMatchObject({ gets: 1, version: 2, doc: { name: 'Two' } });
  below.undo();
  expect(above.read().open?.history.present.name).toBe('One');
  expect(seen).toContain('Two');
  await below.saved();
  stop.forEach((end) => end());
  await settled();
});

test('when nobody shows it any more its last change is saved, and the next visit fetches it anew', async () => {
  const state = server(run('One'));
  const first = open();
  const stop = first.subscribe(nothing);
  await first.opened();
  first.change(run('Left in a hurry'));
  stop();
  await settled();
  await settled();
  expect(state.doc.name).toBe('Left in a hurry');
  state.doc = run('Changed elsewhere');
  const again = open();
  expect(again).not.toBe(first);
  const end = again.subscribe(nothing);
  expect((await again.opened()).name).toBe('Changed elsewhere');
  end();
  await settled();
});

test('a screen that takes over in the same moment keeps the document open', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  stop();
  const end = document.subscribe(nothing);
  await settled();
  expect(document.read().open).toBeDefined();
  expect(state.gets).toBe(1);
  end();
  await settled();
});

test('a run is changed from elsewhere through the copy on the screen, so that it meets no version of its own', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  document.change({ ...run('One'), surface: 'road' });
  await changeRun('r', (doc) => ({ ...doc, name: 'Marked' }));
  expect(document.read().open?.history.present).toMatchObject({ name: 'Marked', surface: 'road' });
  expect(state.doc).toMatchObject({ name: 'Marked', surface: 'road' });
  expect(document.read().save.kind).toBe('saved');
  stop();
  await settled();
});

test('a run nobody shows is fetched, changed and let go', async () => {
  const state = server(run('One'));
  await changeRun('r', (doc) => ({ ...doc, name: 'Marked' }));
  expect(state).toMatchObject({ version: 2, doc: { name: 'Marked' } });
  await settled();
  expect(open().read().open).toBeUndefined();
});

test('a change that meets a newer version says so and overwrites nothing', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  Object.assign(state, { version: 5, doc: run('Somebody else') });
  await expect(changeRun('r', (doc) => ({ ...doc, name: 'Mine' }))).rejects.toThrow(
    'Somebody else changed it meanwhile. Nothing was overwritten',
  );
  expect(state.doc.name).toBe('Somebody else');
  document.settle('mine');
  await document.saved();
  expect(state).toMatchObject({ version: 6, doc: { name: 'Mine' } });
  stop();
  await settled();
});

test('a look takes in what somebody changed elsewhere, and never steps on work of ours', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  await document.look();
  expect(document.read()).toMatchObject({ open: { history: { present: { name: 'One' } } } });
  Object.assign(state, { version: 3, doc: run('Elsewhere') });
  await document.look();
  expect(document.read()).toMatchObject({ save: { kind: 'saving' }, open: { history: { present: { name: 'Elsewhere' } } } });
  await document.saved();
  expect([state.version, document.version()]).toEqual([3, 3]);
  state.down = true;
  await document.look();
  expect(document.read().error).toBeUndefined();
  state.down = false;
  document.change(run('Mine'));
  Object.assign(state, { version: 4, doc: run('Theirs') });
  await document.look();
  expect(document.read()).toMatchObject({ open: { history: { present: { name: 'Mine' } } } });
  await expect(document.saved()).rejects.toThrow('Somebody else changed it');
  document.settle('theirs');
  await document.saved();
  stop();
  await settled();
});

test('without a server the reason is told, and a retry opens it', async () => {
  const state = server(run('One'));
  state.down = true;
  const document = open();
  const stop = document.subscribe(nothing);
  await expect(document.opened()).rejects.toThrow('No connection to the server.');
  state.down = false;
  document.retry();
  await settled();
  await settled();
  expect((await document.opened()).name).toBe('One');
  stop();
  await settled();
});

test('a draft an earlier program left is brought up to today’s format and saved', async () => {
  const now = run('Old');
  const { file } = JSON.parse(readFileSync(FIRST_FORMAT, 'utf8')) as { file: { runs: object[] } };
  const [old] = file.runs as [object];
  const state = server(now);
  localStorage.setItem('tamper.draft/runs/r', JSON.stringify({ version: 1, base: old, doc: { ...old, name: 'Kept' } }));
  const document = open();
  const stop = document.subscribe(nothing);
  expect(await document.opened()).toMatchObject({ name: 'Kept', reaches: [{ levels: { kind: 'gravity' } }, {}] });
  await document.saved();
  expect(state.doc.name).toBe('Kept');
  stop();
  await settled();
});

test('what a screen shows stays the same object while a document is only being saved, and changes when the save fails', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  document.change(run('Two'));
  const shown = document.shown();
  const seen: boolean[] = [];
  const kinds = new Set<string>([document.saving().kind]);
  const watch = document.subscribe(() => {
    seen.push(document.shown() === shown);
    kinds.add(document.saving().kind);
  });
  await document.saved();
  expect([...kinds]).toEqual(['saving', 'saved']);
  expect(seen.every(Boolean)).toBe(true);
  state.down = true;
  document.change(run('Three'));
  await expect(document.saved()).rejects.toThrow();
  expect(document.shown()).toMatchObject({ amiss: { kind: 'unsaved' }, open: { history: { present: { name: 'Three' } } } });
  watch();
  stop();
  await settled();
});
