/** What of the library's web side is used by itself: its own types are those of `react-native`, which lack it. */
declare module 'react-native-web' {
  import type { ReactElement } from 'react';
  export function unstable_createElement(tag: string, props: object): ReactElement;
}
