import type { Ref } from 'react';
import { View as Plain, type GestureResponderHandlers, type ViewProps as PlainProps } from 'react-native';

/** All a box has but what it takes layers to look for: how large it came out, and a finger that is dragged. The library's own has these. */
export type ViewProps = Omit<PlainProps, 'onLayout' | keyof GestureResponderHandlers> & { ref?: Ref<Plain> };

/** A box on the screen. On the web the file beside this one takes its place. */
export const View = (props: ViewProps) => <Plain {...props} />;
/** What a `ref` to one holds. */
export type View = Plain;
