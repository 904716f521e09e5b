import { waitFor } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { blankRun, type Run } from '@tamper/core/job';
import { merge } from '@tamper/core/merge';
import { omit } from '@tamper/core/plain';
import { upgradeRun } from '@tamper/core/job/upgrade';
import { anotherTab, freshDevice, fullDevice, reload, settled } from '../testing/device';
import { tellHere } from '../store/bus';
import { allDamaged } from '../store/damaged';
import { keepDraft, readDocument } from '../store/documents';
import { putOwn } from '../store/own';
import { Sender } from '../store/sender';
import type { StoredRun } from './api';
import { changeRun } from './documents';
import { UNKEPT } from './safety';
import { whileTyping } from './typing';
import { liveDocument } from './liveDocument';

/** The demonstration as the first program wrote it. */
const FIRST_FORMAT = join(__dirname, '../../../core/src/job/upgrade/history/format1.json');
const run = (name: string): Run => blankRun({ name, length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' });

/** A server of one run that keeps versions, as the real one does. */
function server(first: Run) {
  const state = { version: 1, doc: first, gets: 0, down: false, gone: false };
  const answer = (status: number, body: unknown) =>
    Promise.resolve({ ok: status < 400, status, headers: { get: () => null }, json: () => Promise.resolve(body) } as unknown as Response);
  const stored = () => ({ id: 'r', jobId: 'j', updatedAt: '', version: state.version, doc: state.doc });
  globalThis.fetch = ((path: string, init?: RequestInit) => {
    if (state.down) return Promise.reject(new TypeError('down'));
    if (state.gone) return answer(404, { error: { code: 'not-found', message: 'This is not here (any more).' } });
    if (init?.method !== 'PUT') {
      state.gets++;
      return path.endsWith(`?known=${state.version}`) ? answer(204, undefined) : answer(200, stored());
    }
    const { version, doc } = JSON.parse(String(init.body)) as { version: number; doc: Run };
    if (version !== state.version) return answer(409, { error: { code: 'stale', message: 'newer', current: stored() } });
    Object.assign(state, { version: version + 1, doc });
    const minimal = (init.headers as Record<string, string>).Prefer === 'return=minimal';
    return answer(200, minimal ? omit(stored(), 'doc') : stored());
  }) as typeof fetch;
  return state;
}
const open = () => liveDocument<Run, StoredRun>('/runs/r', upgradeRun);
const nothing = () => undefined;
/** Comes to be so: on a machine that is busy later than on one that is not. */
const until = (so: () => void) => waitFor(so, { timeout: 20_000 });

let end: () => void = nothing;
beforeEach(async () => {
  await freshDevice();
  end = new Sender(undefined, 20, 1).start();
});
afterEach(async () => {
  end();
  await settled();
});

test('every screen works on the same document: one fetch, one history, changes seen by all', async () => {
  const state = server(run('One'));
  const [above, below] = [open(), open()];
  const seen: (string | undefined)[] = [];
  const stop = [above.subscribe(nothing), below.subscribe(() => seen.push(below.read().open?.history.present.name))];
  expect((await above.opened()).name).toBe('One');
  above.change(run('Two'));
  expect(below.read().open?.history.present.name).toBe('Two');
  await above.sent();
  expect(state).toMatchObject({ gets: 1, version: 2, doc: { name: 'Two' } });
  below.undo();
  expect(above.read().open?.history.present.name).toBe('One');
  expect(seen).toContain('Two');
  await below.sent();
  expect(state).toMatchObject({ gets: 1, version: 3, doc: { name: 'One' } });
  stop.forEach((over) => over());
});

test('a screen hears of what is typed when the letter is painted; how safe it is is said at once', async () => {
  server(run('One'));
  const document = open();
  const seen: (string | undefined)[] = [];
  const stop = [document.subscribe(nothing), document.subscribeScreen(() => seen.push(document.shown().open?.history.present.name))];
  await document.opened();
  seen.length = 0;
  whileTyping(() => document.change(run('Two'), 'name'));
  expect([document.saving(), seen]).toEqual([{ kind: 'keeping' }, []]);
  await until(() => expect(seen).toContain('Two'));
  // By a button it is seen where the button was pressed.
  document.change(run('Three'));
  expect(seen.at(-1)).toBe('Three');
  await document.sent();
  stop.forEach((over) => over());
});

test('held for want of room, it goes in with whatever is kept next, beside what another tab made; that is shown, and no longer said not to be kept', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  state.down = true;
  const other = await anotherTab();
  const free = fullDevice();
  document.change({ ...run('One'), name: 'Two' });
  await document.kept();
  expect(document.saving()).toMatchObject({ kind: 'unkept' });
  free();
  const { row } = await other.documents.readDocument('/runs/r');
  const { version, doc } = row!.stored;
  await other.documents.keepDraft(
    { path: '/runs/r', jobId: 'j', doc: { ...(doc as Run), length: 44 } },
    { rev: 0, doc, version, base: doc },
    (base, mine, theirs) => merge(base, mine, theirs).doc,
  );
  await putOwn('anything', 1);
  await until(() => expect(document.saving()).toMatchObject({ kind: 'kept' }));
  expect(document.read().open?.history.present).toMatchObject({ name: 'Two', length: 44 });
  state.down = false;
  document.flush();
  await until(() => expect(document.saving()).toEqual({ kind: 'sent' }));
  expect(state.doc).toMatchObject({ name: 'Two', length: 44 });
  stop();
});

test('it says kept when it is on this device, and sent when it is with the server; never one for the other', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  expect(document.saving()).toEqual({ kind: 'sent' });
  state.down = true;
  document.change(run('Two'));
  expect(document.saving()).toEqual({ kind: 'keeping' });
  await document.kept();
  expect((await readDocument('/runs/r')).draft?.doc).toMatchObject({ name: 'Two' });
  await settled(60);
  await until(() => {
    expect(document.saving()).toEqual({ kind: 'kept', why: 'No connection to the server.' });
  });
  await expect(document.sent()).rejects.toThrow('No connection to the server.');
  state.down = false;
  await settled(200);
  await until(() => {
    expect([document.saving(), state.doc.name]).toEqual([{ kind: 'sent' }, 'Two']);
  });
  stop();
});

test('its own draft is not read again when it is kept; what another page keeps in the same moment is', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  const first = await document.opened();
  await until(() => expect(document.saving()).toEqual({ kind: 'sent' }));
  end();
  await settled();
  const reads = jest.spyOn(IDBObjectStore.prototype, 'get');
  document.change({ ...first, name: 'Two' });
  await document.kept();
  await settled();
  // Of the document and of its draft, before that is written.
  expect(reads).toHaveBeenCalledTimes(2);
  // Told of a newer one before it is told of its own: that is read.
  document.change({ ...first, name: 'Two and a half' });
  const written = document.kept();
  await Promise.resolve();
  tellHere({ kind: 'edited', path: '/runs/r', rev: 1_000_000 });
  await written;
  await settled();
  expect(reads.mock.calls.length).toBeGreaterThan(2 + 2);
  reads.mockRestore();

  const together = (...all: unknown[]) => merge(all[0] as never, all[1] as never, all[2] as never).doc;
  const seen = (await readDocument('/runs/r')).draft as NonNullable<Awaited<ReturnType<typeof readDocument>>['draft']>;
  document.change({ ...first, name: 'Three' });
  const ours = document.kept();
  const theirs = keepDraft({ path: '/runs/r', jobId: 'j', doc: { ...first, name: 'Two and a half', surface: 'road' } }, seen, together);
  await Promise.all([ours, theirs]);
  await until(() => expect(document.read().open?.history.present).toMatchObject({ name: 'Three', surface: 'road' }));
  end = new Sender(undefined, 20, 1).start();
  await until(() => expect(state.doc).toMatchObject({ name: 'Three', surface: 'road' }));
  stop();
});

test('the page ended without a word: what was kept is there again, and is sent', async () => {
  const state = server(run('One'));
  const before = open();
  const stop = before.subscribe(nothing);
  await before.opened();
  state.down = true;
  before.change(run('In the trench'));
  await before.kept();
  stop();
  await settled();
  await reload();
  const after = open();
  const over = after.subscribe(nothing);
  expect((await after.opened()).name).toBe('In the trench');
  state.down = false;
  await settled(200);
  await until(() => {
    expect(state).toMatchObject({ version: 2, doc: { name: 'In the trench' } });
  });
  over();
});

test('when nobody shows it any more its last change is kept and sent, and the next visit hears what is new', async () => {
  const state = server(run('One'));
  const first = open();
  const stop = first.subscribe(nothing);
  await first.opened();
  first.change(run('Left in a hurry'));
  stop();
  await settled(60);
  await until(() => {
    expect(state.doc.name).toBe('Left in a hurry');
  });
  Object.assign(state, { version: 7, doc: run('Changed elsewhere') });
  const again = open();
  expect(again).not.toBe(first);
  const over = again.subscribe(nothing);
  expect((await again.opened()).name).toBe('Left in a hurry');
  await settled();
  await until(() => {
    expect(again.read().open?.history.present.name).toBe('Changed elsewhere');
  });
  over();
});

test('a screen that takes over in the same moment keeps the document open', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  stop();
  const over = document.subscribe(nothing);
  await settled();
  await until(() => {
    expect(document.read().open).toBeDefined();
    expect(state.gets).toBe(1);
  });
  over();
});

test('a run is changed from elsewhere through the copy on the screen, and one nobody shows through what this device has', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  document.change({ ...run('One'), surface: 'road' });
  await changeRun('r', (doc) => ({ ...doc, name: 'Marked' }));
  expect(document.read().open?.history.present).toMatchObject({ name: 'Marked', surface: 'road' });
  await document.sent();
  expect(state.doc).toMatchObject({ name: 'Marked', surface: 'road' });
  stop();
  await settled();
  state.down = true;
  await changeRun('r', (doc) => ({ ...doc, name: 'Marked again' }));
  state.down = false;
  await settled(100);
  await until(() => {
    expect(state.doc).toMatchObject({ name: 'Marked again', surface: 'road' });
  });
});

test('somebody else’s version stops the sending; edits go on and are kept with it, over a reload, until it is said what shall be', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  Object.assign(state, { version: 5, doc: { ...run('One'), surface: 'road' } });
  document.change(run('Mine'));
  await expect(document.sent()).rejects.toThrow('Somebody else changed it meanwhile. Nothing was overwritten');
  const free = fullDevice();
  document.change(run('Mine once more'));
  await document.kept();
  expect(document.saving()).toMatchObject({ kind: 'conflict', why: UNKEPT });
  free();
  document.change({ ...run('Mine'), reachedBy: undefined, name: 'Mine still' } as Run);
  await document.kept();
  expect(document.saving()).toMatchObject({ kind: 'conflict' });
  expect(document.saving()).not.toHaveProperty('why');
  stop();
  await settled();
  await reload();
  const again = open();
  const over = again.subscribe(nothing);
  expect((await again.opened()).name).toBe('Mine still');
  await settled();
  await until(() => {
    expect(again.saving()).toMatchObject({ kind: 'conflict', theirs: { version: 5 } });
    expect(state).toMatchObject({ version: 5, doc: { name: 'One' } });
  });
  again.settle('both');
  await settled(60);
  await until(() => {
    expect(state).toMatchObject({ version: 6, doc: { name: 'Mine still', surface: 'road' } });
    expect([again.saving(), again.read().open?.history.present.surface]).toEqual([{ kind: 'sent' }, 'road']);
  });
  over();
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
  await settled();
  await until(() => {
    expect(document.read()).toMatchObject({ save: { kind: 'sent' }, open: { history: { present: { name: 'Elsewhere' } } } });
    expect([state.version, document.version()]).toEqual([3, 3]);
  });
  state.down = true;
  await document.look();
  expect(document.read().error).toBeUndefined();
  state.down = false;
  document.change(run('Mine'));
  Object.assign(state, { version: 4, doc: run('Theirs') });
  await document.look();
  expect(document.read()).toMatchObject({ open: { history: { present: { name: 'Mine' } } } });
  await expect(document.sent()).rejects.toThrow('Somebody else changed it');
  document.settle('theirs');
  await settled(60);
  await until(() => {
    expect([document.saving(), document.read().open?.history.present.name, state.version]).toEqual([{ kind: 'sent' }, 'Theirs', 4]);
  });
  stop();
});

test('told of a newer one while it is being asked for, it is asked for once more: the answer under way may be of before', async () => {
  const state = server(run('One'));
  const live = open();
  const stop = live.subscribe(nothing);
  await live.opened();
  await settled();
  const { fetch } = globalThis;
  let answer: () => void = nothing;
  const held = new Promise<void>((done) => (answer = done));
  // What is answered first was read before somebody else changed it.
  globalThis.fetch = (async (...asked) => {
    const said = await fetch(...asked);
    globalThis.fetch = fetch;
    await held;
    return said;
  }) as typeof fetch;
  const [first, joined] = [live.look(), live.look()];
  await settled();
  const before = state.gets;
  Object.assign(state, { version: 2, doc: run('Theirs') });
  tellHere({ kind: 'there', path: '/runs/r', list: '/jobs/j/runs', version: 2 });
  answer();
  await Promise.all([first, joined]);
  await until(() => expect(live.read().open?.history.present.name).toBe('Theirs'));
  expect(state.gets).toBe(before + 1);
  stop();
});

test('deleted elsewhere: where nothing was made of it here it is gone, and what was made stays', async () => {
  const state = server(run('One'));
  const document = open();
  const stop = document.subscribe(nothing);
  await document.opened();
  state.gone = true;
  document.change(run('Mine'));
  await settled(300);
  await until(() => {
    expect(document.read()).toMatchObject({ save: { kind: 'refused' }, open: { history: { present: { name: 'Mine' } } } });
  });
  stop();
  await settled();
  await freshDevice();
  state.gone = false;
  const again = open();
  const over = again.subscribe(nothing);
  await again.opened();
  state.gone = true;
  await again.look();
  expect(again.read()).toMatchObject({ open: undefined, error: { status: 404 } });
  over();
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
  expect((await document.opened()).name).toBe('One');
  stop();
});

test('a draft an earlier program left is brought up to today’s format and sent', async () => {
  const now = run('Old');
  const { file } = JSON.parse(readFileSync(FIRST_FORMAT, 'utf8')) as { file: { runs: object[] } };
  const [old] = file.runs as [object];
  const state = server(now);
  localStorage.setItem('tamper.draft/runs/r', JSON.stringify({ version: 1, base: old, doc: { ...old, name: 'Kept' } }));
  end();
  await reload();
  const document = open();
  const stop = document.subscribe(nothing);
  expect(await document.opened()).toMatchObject({ name: 'Kept', reaches: [{ levels: { kind: 'gravity' } }, {}] });
  end = new Sender(undefined, 20, 1).start();
  await settled(60);
  await until(() => {
    expect(state.doc.name).toBe('Kept');
  });
  stop();
});

test('where the server has nothing this program can read either, that is said, and it is not asked for over and over', async () => {
  const state = server(run('From a newer program'));
  const document = liveDocument<Run, StoredRun>('/runs/r', () => {
    throw new Error('It has no reaches.');
  });
  const stop = document.subscribe(nothing);
  await expect(document.opened()).rejects.toThrow('It has no reaches.');
  await settled(100);
  expect(state.gets).toBeLessThan(4);
  stop();
});

test('what cannot be read is set aside, not shown as nothing', async () => {
  const state = server(run('One'));
  const document = liveDocument<Run, StoredRun>('/runs/r', (doc) => {
    if ((doc as Run).name === 'Damaged') throw new Error('It has no reaches.');
    return doc;
  });
  const stop = document.subscribe(nothing);
  await document.opened();
  state.down = true;
  document.change(run('Damaged'));
  await document.kept();
  stop();
  await settled();
  await reload();
  state.down = false;
  const over = document.subscribe(nothing);
  expect((await document.opened()).name).toBe('One');
  expect(await allDamaged()).toMatchObject([{ table: 'drafts', why: 'It has no reaches.', row: { doc: { name: 'Damaged' } } }]);
  over();
});

test('what a screen shows stays the same object while a document is only being kept and sent', async () => {
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
  await document.sent();
  expect([...kinds]).toEqual(['keeping', 'kept', 'sent']);
  expect(seen.every(Boolean)).toBe(true);
  expect(state.doc.name).toBe('Two');
  watch();
  stop();
});
