import type { KeyboardEvent, MouseEvent } from 'react';
import { StyleSheet } from 'react-native';
import { unstable_createElement as element } from 'react-native-web';
import { boxStyle } from './boxStyles';
import type { PressProps } from './Press';

const styles = StyleSheet.create({
  on: { cursor: 'pointer', touchAction: 'manipulation' } as object,
  off: { pointerEvents: 'box-none' },
});

/** Is it meant for another window, or not for what is pressed at all? */
const elsewhere = ({ altKey, ctrlKey, metaKey, shiftKey, button }: MouseEvent) => altKey || ctrlKey || metaKey || shiftKey || button > 0;

/**
 * Something to press as the browser's own element: the library's takes three layers, looks where a pointer hovers and draws itself anew at every touch,
 * which nothing of ours shows.
 */
export function Press({ onPress, disabled = false, href, style, ...rest }: PressProps) {
  return element(href === undefined ? 'div' : 'a', {
    ...rest,
    href,
    tabIndex: disabled ? -1 : 0,
    'aria-disabled': disabled || rest['aria-disabled'],
    style: [boxStyle, disabled ? styles.off : styles.on, style],
    onClick: (event: MouseEvent) => {
      event.stopPropagation();
      if (href !== undefined) {
        if (elsewhere(event)) return;
        event.preventDefault();
      }
      if (!disabled) onPress();
    },
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      // The browser presses its own buttons and links.
      if (event.target !== event.currentTarget || event.currentTarget.matches('button, a')) return;
      if (event.key !== 'Enter' && (event.key !== ' ' || rest.role === 'link')) return;
      event.preventDefault();
      if (!disabled && !event.repeat) onPress();
    },
  });
}
