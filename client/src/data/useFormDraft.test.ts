import { act, renderHook } from '@testing-library/react';
import { readOwn } from '../store/own';
import { whileTyping } from './typing';
import { useFormDraft } from './useFormDraft';

const draft = (form: string) => {
  const { result } = renderHook(() => useFormDraft(form, () => ({ text: '' })));
  const type = (letter: string) => act(() => whileTyping(() => result.current[1](({ text }) => ({ text: text + letter }))));
  return {
    shown: () => result.current[0].text,
    type,
    put: (text: string) => act(() => result.current[1](() => ({ text }))),
    done: () => act(() => result.current[2]()),
  };
};
const kept = (form: string) => readOwn<{ value: { text: string } }>(`form.${form}`)?.value.text;

test('what is typed is shown and kept when its letter is painted', () => {
  jest.useFakeTimers();
  const { shown, type } = draft('painted');
  type('1');
  expect([shown(), kept('painted')]).toEqual(['', undefined]);
  type('2');
  act(() => void jest.advanceTimersByTime(200));
  expect([shown(), kept('painted')]).toEqual(['12', '12']);
  jest.useRealTimers();
});

test('what is done next is done to all that was typed, painted or not', () => {
  const { shown, type, put, done } = draft('next');
  type('1');
  type('2');
  act(() => void window.dispatchEvent(new Event('click')));
  expect([shown(), kept('next')]).toEqual(['12', '12']);
  put('chosen');
  expect(shown()).toBe('chosen');
  type('!');
  done();
  expect([shown(), kept('next')]).toEqual(['', undefined]);
  // What was typed before it was forgotten does not come back.
  act(() => void window.dispatchEvent(new Event('click')));
  expect([shown(), kept('next')]).toEqual(['', undefined]);
});
