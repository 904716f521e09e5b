import { sameJson } from '@tamper/core/job';
import { ApiError, type Stored } from './api';
import { Autosaver, type SaveState } from './autosave';
import type { Draft } from './drafts';
import { begin, edit, redo, undo } from './history';

describe('history', () => {
  test('undo and redo walk the edits; typing in one field is one step', () => {
    let history = begin('a');
    history = edit(history, 'ab', 'name');
    history = edit(history, 'abc', 'name');
    history = edit(history, 'abcd', 'width');
    expect(undo(history).present).toBe('abc');
    expect(undo(undo(history)).present).toBe('a');
    expect(undo(undo(undo(history))).present).toBe('a');
    expect(redo(undo(history)).present).toBe('abcd');
    expect(edit(undo(history), 'x').future).toEqual([]);
  });
  test('typing after an undo is a new step', () => {
    const history = edit(undo(edit(begin('a'), 'b', 'name')), 'c', 'name');
    expect(undo(history).present).toBe('a');
  });
});

describe('autosave', () => {
  type Doc = { n: number };
  const stored = (version: number, doc: Doc): Stored<Doc> => ({ id: 'x', version, updatedAt: '', doc });

  /** A saver over a fake server that answers as told, with everything it said. */
  function setUp(answer: (version: number, doc: Doc) => Promise<Stored<Doc>>, first: Doc = { n: 0 }, storing = true) {
    const states: SaveState<Doc>['kind'][] = [];
    const whys: string[] = [];
    let draft: Draft<Doc> | undefined;
    const puts: [number, Doc][] = [];
    const saver = new Autosaver<Doc>(
      { version: 1, doc: { n: 0 } },
      {
        put: (version, doc) => (puts.push([version, doc]), answer(version, doc)),
        keep: (kept) => (draft = kept),
        kept: () => storing,
        drop: () => (draft = undefined),
        same: sameJson,
        onState: (state) => {
          states.push(state.kind);
          if (state.kind === 'unsaved') whys.push(state.why);
        },
        delay: 10,
        retryFirst: 50,
      },
      first,
    );
    return { saver, states, whys, puts, draft: () => draft };
  }
  const ok = (version: number, doc: Doc) => Promise.resolve(stored(version + 1, doc));
  const settle = async (ms: number) => {
    await jest.advanceTimersByTimeAsync(ms);
  };
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  test('several quick edits make one write, over the version last seen', async () => {
    const { saver, puts, states, draft } = setUp(ok);
    saver.change({ n: 1 });
    saver.change({ n: 2 });
    expect(draft()).toEqual({ version: 1, base: { n: 0 }, doc: { n: 2 } });
    await settle(20);
    saver.change({ n: 3 });
    await settle(20);
    expect(puts).toEqual([
      [1, { n: 2 }],
      [2, { n: 3 }],
    ]);
    expect(states.at(-1)).toBe('saved');
    expect(draft()).toBeUndefined();
  });

  test('without a connection the draft stays and the write is tried again until it holds', async () => {
    let online = false;
    const { saver, states, draft } = setUp((version, doc) =>
      online ? ok(version, doc) : Promise.reject(new ApiError(0, 'offline', 'No connection to the server.')),
    );
    saver.change({ n: 1 });
    await settle(20);
    expect(states.at(-1)).toBe('unsaved');
    expect(draft()?.doc).toEqual({ n: 1 });
    online = true;
    await settle(60);
    expect(states.at(-1)).toBe('saved');
    expect(draft()).toBeUndefined();
  });

  test('a device that cannot keep the draft is told so, not called safe', async () => {
    const offline = () => Promise.reject(new ApiError(0, 'offline', 'No connection to the server.'));
    const [full, roomy] = [setUp(offline, { n: 1 }, false), setUp(offline, { n: 1 })];
    await settle(20);
    expect(full.whys[0]).toBe('No connection to the server. This device cannot keep it: leave the page open; trying again.');
    expect(roomy.whys[0]).toBe('No connection to the server. Kept on this device; trying again.');
  });

  test('a newer version elsewhere stops the saving and keeps the draft; resolving goes on from it', async () => {
    const theirs = stored(5, { n: 50 });
    const { saver, states, puts, draft } = setUp((version, doc) =>
      version === 5 ? ok(version, doc) : Promise.reject(new ApiError(409, 'stale', 'newer', [], theirs)),
    );
    saver.change({ n: 1 });
    await settle(20);
    saver.change({ n: 2 });
    await settle(200);
    expect(states.at(-1)).toBe('conflict');
    expect(puts).toHaveLength(1);
    expect(draft()?.doc).toEqual({ n: 1 });
    saver.resolve(theirs, { n: 2 });
    await settle(20);
    expect(puts.at(-1)).toEqual([5, { n: 2 }]);
    expect(states.at(-1)).toBe('saved');
  });

  test('its own write whose answer got lost is recognised, not called a conflict', async () => {
    const { saver, states } = setUp((_, doc) => Promise.reject(new ApiError(409, 'stale', 'newer', [], stored(2, doc))));
    saver.change({ n: 1 });
    await settle(20);
    expect(states.at(-1)).toBe('saved');
  });

  test('a draft from an earlier visit is saved at once; a refused document is not sent for ever', async () => {
    const resumed = setUp(ok, { n: 9 });
    await settle(20);
    expect(resumed.puts).toEqual([[1, { n: 9 }]]);
    const refused = setUp(() => Promise.reject(new ApiError(400, 'invalid', 'No.')), { n: 9 });
    await settle(5000);
    expect(refused.puts).toHaveLength(1);
    expect(refused.states.at(-1)).toBe('unsaved');
  });
});
