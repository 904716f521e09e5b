import { tellScreen, whileTyping } from './typing';

let frames: (() => void)[] = [];
beforeEach(() => {
  frames = [];
  jest.useFakeTimers();
  jest.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((next) => frames.push(() => next(0)));
});
afterEach(() => {
  jest.runAllTimers();
  jest.restoreAllMocks();
  jest.useRealTimers();
});
const paint = () => {
  for (const frame of frames.splice(0)) frame();
  jest.advanceTimersByTime(0);
};
/** A screen, and a letter typed into a field that changes what it shows. */
function letter() {
  const screen = jest.fn();
  let leave = (): void => undefined;
  whileTyping(() => (leave = tellScreen(screen)));
  return { screen, leave };
}

test('of what is typed a screen hears once, when the letter is painted; of everything else at once', () => {
  const { screen } = letter();
  expect(screen).not.toHaveBeenCalled();
  paint();
  expect(screen).toHaveBeenCalledTimes(1);
  const other = jest.fn();
  tellScreen(other);
  expect(other).toHaveBeenCalledTimes(1);
  paint();
  expect([screen, other].map(({ mock }) => mock.calls.length)).toEqual([1, 1]);
});

test('before anything else is done it has heard: what is done next is done to what is there', () => {
  const button = document.body.appendChild(document.createElement('button'));
  const { screen } = letter();
  const seen: number[] = [];
  button.addEventListener('click', () => seen.push(screen.mock.calls.length));
  button.click();
  expect(seen).toEqual([1]);
  paint();
  expect(screen).toHaveBeenCalledTimes(1);
  const second = letter().screen;
  window.dispatchEvent(new Event('keydown'));
  expect(second).toHaveBeenCalledTimes(1);
});

test('a field with another letter in it is not drawn before that is heard of; another field is', () => {
  const fields = [1, 2].map(() => document.body.appendChild(document.createElement('input')));
  const heard: number[] = [];
  let screen = jest.fn();
  for (const field of fields)
    field.addEventListener('input', () => {
      heard.push(screen.mock.calls.length);
      ({ screen } = letter());
    });
  const put = (field: number) => fields[field]?.dispatchEvent(new Event('input', { bubbles: true }));
  put(0);
  put(0);
  put(1);
  expect(heard).toEqual([0, 0, 1]);
});

test('a screen that is gone hears nothing, and others do', () => {
  const [gone, there] = [letter(), letter()];
  gone.leave();
  paint();
  expect([gone.screen, there.screen].map(({ mock }) => mock.calls.length)).toEqual([0, 1]);
});

test('what fails while something is typed does not make of all that follows something typed', () => {
  expect(() =>
    whileTyping(() => {
      throw new Error('once');
    }),
  ).toThrow('once');
  const screen = jest.fn();
  tellScreen(screen);
  expect(screen).toHaveBeenCalledTimes(1);
});
