import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ComponentProps } from 'react';
import { View as Plain } from 'react-native';
import { Icon, icons } from '../theme/Icon';
import { Press } from './Press';
import { Text } from './Text';
import { View } from './View';

afterEach(cleanup);

/** One to press, found by its role. */
function pressed(props: Partial<ComponentProps<typeof Press>>) {
  const onPress = jest.fn();
  const role = props.role ?? 'button';
  render(
    <Press {...props} role={role} onPress={onPress}>
      <Text>Go</Text>
    </Press>,
  );
  return { onPress, it: screen.getByRole(role) };
}

test.each(['button', 'tab', 'radio', 'checkbox', 'switch', 'menuitem', 'row', 'link'] as const)(
  'a %s is pressed by a finger and by the keyboard, and can be reached by it',
  (role) => {
    const { onPress, it } = pressed({ role });
    expect(it.tabIndex).toBe(0);
    fireEvent.click(it);
    expect(onPress).toHaveBeenCalledTimes(1);
    // A browser presses its own buttons, with a click.
    if (it.tagName === 'BUTTON') return;
    fireEvent.keyDown(it, { key: 'Enter' });
    expect(onPress).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(it, { key: 'Enter', repeat: true });
    fireEvent.keyDown(it, { key: 'a' });
    expect(onPress).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(it, { key: ' ' });
    expect(onPress).toHaveBeenCalledTimes(role === 'link' ? 2 : 3);
  },
);

test.each(['button', 'checkbox'] as const)('a %s that is off does nothing, and the keyboard passes it', (role) => {
  const { onPress, it } = pressed({ role, disabled: true });
  fireEvent.click(it);
  fireEvent.keyDown(it, { key: 'Enter' });
  expect(onPress).not.toHaveBeenCalled();
  expect(it.tabIndex).toBe(-1);
  expect(it.getAttribute('aria-disabled')).toBe('true');
});

test('a link has its address; pressed for another window it is left to the browser', () => {
  const { onPress, it } = pressed({ role: 'link', href: '/jobs/1' });
  expect(it.getAttribute('href')).toBe('/jobs/1');
  // True: nobody kept the browser from following it.
  const left = fireEvent.click(it, { ctrlKey: true });
  expect([left, onPress.mock.calls.length]).toEqual([true, 0]);
  const taken = !fireEvent.click(it);
  expect([taken, onPress.mock.calls.length]).toEqual([true, 1]);
});

test('what is pressed inside something to press is not pressed for both', () => {
  const [row, sign] = [jest.fn(), jest.fn()];
  render(
    <Press role="row" onPress={row}>
      <Press role="checkbox" onPress={sign} />
    </Press>,
  );
  fireEvent.click(screen.getByRole('checkbox'));
  fireEvent.keyDown(screen.getByRole('checkbox'), { key: 'Enter' });
  expect([sign.mock.calls.length, row.mock.calls.length]).toEqual([2, 0]);
});

test("a box lies as the library's own does", () => {
  const style = { padding: 4, flexDirection: 'row' } as const;
  render(
    <>
      <View testID="ours" style={style} role="list" />
      <Plain testID="theirs" style={style} role="list" />
    </>,
  );
  const [ours, theirs] = ['ours', 'theirs'].map((id) => screen.getByTestId(id));
  expect(ours?.tagName).toBe(theirs?.tagName);
  const [laid, wanted] = [ours, theirs].map((one) => one && getComputedStyle(one).cssText);
  expect(laid).toContain('display: flex');
  expect(laid).toBe(wanted);
});

test('every icon is drawn with all its pieces, and one there is none of is nothing', () => {
  for (const [name, { node }] of Object.entries(icons)) {
    const { container, unmount } = render(<Icon name={name} size={20} />);
    expect([name, container.querySelectorAll('svg[width="20"] > *').length]).toEqual([name, node.length]);
    unmount();
  }
  expect(render(<Icon name="nowhere" />).container.innerHTML).toBe('');
});
