import { StyleSheet } from 'react-native';
import { typeScale } from '../theme/fonts';
import { colours } from '../theme/tokens';

type Variant = keyof typeof typeScale;

/** The type scale as styles. */
export const typeStyles = StyleSheet.create(
  Object.fromEntries(Object.entries(typeScale).map(([variant, font]) => [variant, { ...font, color: colours.ink }])) as Record<
    Variant,
    (typeof typeScale)[Variant] & { color: string }
  >,
);
