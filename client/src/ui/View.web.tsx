import { unstable_createElement as element } from 'react-native-web';
import { boxStyle } from './boxStyles';
import type { ViewProps } from './View';

/** A box as the browser's own element: the library's looks at each for its size and for fingers dragged over it. */
export const View = ({ style, ...rest }: ViewProps) => element('div', { ...rest, style: [boxStyle, style] });
