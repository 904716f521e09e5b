import type { ReactNode } from 'react';
// eslint-disable-next-line no-restricted-imports -- it is what this stands for
import { Pressable, type AccessibilityProps, type Role, type StyleProp, type ViewStyle } from 'react-native';

export interface PressProps extends AccessibilityProps {
  role: Role;
  onPress: () => void;
  disabled?: boolean | undefined;
  /** Where there are addresses: the one that `onPress` goes to. */
  href?: string;
  style?: StyleProp<ViewStyle>;
  children?: ReactNode;
}

/** Something to press, of any shape. On the web the file beside this one takes its place. */
export const Press = (props: PressProps) => <Pressable {...props} />;
