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
