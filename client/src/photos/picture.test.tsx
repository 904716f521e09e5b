import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { tellHere, type News } from '../store/bus';
import { SmallPicture } from './Thumb';

jest.mock('../store/photos', () => ({
  ...jest.requireActual<object>('../store/photos'),
  pictureOf: () => Promise.resolve(undefined),
}));

afterEach(cleanup);

const HASH = 'ab12';
const img = () => document.querySelector('img');
/** The picture of a photo that is not on this device, asked of the server. @returns what is on the page for it. */
async function asked(): Promise<HTMLImageElement> {
  await act(async () => void render(<SmallPicture hash={HASH} alt="Bed" />));
  return img() as HTMLImageElement;
}

test('what the server has not got is said to be with somebody else, and asked for again when there may be news of it', async () => {
  fireEvent.error(await asked());
  expect(screen.getByRole('img', { name: 'Bed. Not here yet' })).toBeTruthy();
  act(() => tellHere({ kind: 'photo', hash: 'another' }));
  expect(img()).toBeNull();
  for (const news of [{ kind: 'photo', hash: HASH }, { kind: 'again' }] satisfies News[]) {
    act(() => tellHere(news));
    expect(img()?.getAttribute('src')).toBe(`/api/photos/${HASH}/small`);
    fireEvent.error(img() as HTMLImageElement);
    expect(img()).toBeNull();
  }
});

/** What came of the first asking, and news, as close together as they can be. */
const MEETING: [string, (first: HTMLImageElement, news: () => void) => void][] = [
  ['after the answer', (first, news) => (fireEvent.error(first), news())],
  ['before the answer', (first, news) => (news(), fireEvent.error(first))],
];
test.each(MEETING)('news %s, at the same moment: it is asked for once more, and then said', async (_, meet) => {
  const first = await asked();
  act(() => meet(first, () => tellHere({ kind: 'photo', hash: HASH })));
  const second = img();
  expect(second).not.toBe(first);
  expect(second).not.toBeNull();
  fireEvent.error(second as HTMLImageElement);
  expect(screen.getByText('not here yet')).toBeTruthy();
});

test('news while it is on its way, the answer a while later: the answer may be older than the news', async () => {
  const first = await asked();
  act(() => tellHere({ kind: 'photo', hash: HASH }));
  expect(img()).toBe(first);
  fireEvent.error(first);
  expect(img()).not.toBeNull();
  expect(img()).not.toBe(first);
});
