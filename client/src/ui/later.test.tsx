import { cleanup, render, screen } from '@testing-library/react';
import { Component, type ReactNode } from 'react';
import { later } from './later';

afterEach(cleanup);

class Told extends Component<{ children: ReactNode }, { reason?: Error }> {
  override state: { reason?: Error } = {};
  static getDerivedStateFromError = (reason: Error) => ({ reason });
  override render() {
    return this.state.reason ? <p>{this.state.reason.message}</p> : this.props.children;
  }
}

const Hello = ({ name }: { name: string }) => <p>Hello {name}</p>;

test('what stands in for it gives way as soon as it has come; from then on it is there at once, and fetched no second time', async () => {
  const load = jest.fn(() => Promise.resolve(Hello));
  const Later = later(load, <p>Fetching</p>);
  const { unmount } = render(<Later name="crew" />);
  expect(screen.getByText('Fetching')).toBeTruthy();
  expect(await screen.findByText('Hello crew')).toBeTruthy();
  unmount();
  render(<Later name="again" />);
  expect(screen.getByText('Hello again')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

test('what did not come is told where it stands, and asked for again when it is shown anew', async () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const load = jest.fn(() => Promise.resolve(Hello));
  load.mockRejectedValueOnce(new Error('No signal'));
  const Later = later(load);
  const shown = () => (
    <Told>
      <Later name="crew" />
    </Told>
  );
  const { unmount } = render(shown());
  expect(await screen.findByText('No signal')).toBeTruthy();
  unmount();
  render(shown());
  expect(await screen.findByText('Hello crew')).toBeTruthy();
});
