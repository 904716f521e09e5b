import { memo } from 'react';
import { StyleSheet } from 'react-native';
import { unstable_createElement as element } from 'react-native-web';
import type { TextProps } from './Text';
import { sameProps } from './sameProps';
import { typeStyles } from './typeStyles';

const base = StyleSheet.create({
  words: {
    backgroundColor: 'transparent',
    borderWidth: 0,
    boxSizing: 'border-box',
    display: 'inline',
    margin: 0,
    padding: 0,
    position: 'relative',
    textAlign: 'left',
    whiteSpace: 'pre-wrap',
    wordWrap: 'break-word',
  } as object,
  line: { maxWidth: '100%', overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', wordWrap: 'normal' } as object,
});

/** Words as the browser's own element: a screen has more of them than of anything else, and the library's take three layers each. */
export const Text = memo(function Text({ variant = 'bodyMedium', style, numberOfLines, ...rest }: TextProps) {
  return element('div', { ...rest, style: [base.words, typeStyles[variant], numberOfLines === 1 && base.line, style] });
}, sameProps);
