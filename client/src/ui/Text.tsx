import { memo, type ReactNode } from 'react';
import { Text as Plain, type TextProps as PlainProps } from 'react-native';
import type { typeScale } from '../theme/fonts';
import { sameProps } from './sameProps';
import { typeStyles } from './typeStyles';

export interface TextProps extends Omit<PlainProps, 'numberOfLines'> {
  /** Of the type scale; body text unless said. */
  variant?: keyof typeof typeScale;
  /** One, cut off where there is no more room; as many as it takes unless said. */
  numberOfLines?: 1;
  children?: ReactNode;
}

/**
 * Words on the screen, drawn again only when they say something else: most of what stands on a screen stays as it is at a key press. On the web the file
 * beside this one takes its place.
 */
export const Text = memo(function Text({ variant = 'bodyMedium', style, ...rest }: TextProps) {
  return <Plain {...rest} style={[typeStyles[variant], style]} />;
}, sameProps);
