// By this name the build finds it in a file of its own; by the other it brings the whole library along.
import { DefaultTheme } from 'react-native-paper';
import { paperFonts } from './fonts';
import { colours } from './tokens';

/** Paper in the app's colours. */
export const paperTheme = {
  ...DefaultTheme,
  roundness: 2,
  // Things change at once: on a slow phone an animated label costs more than the edit it follows.
  animation: { ...DefaultTheme.animation, scale: 0 },
  fonts: paperFonts,
  colors: {
    ...DefaultTheme.colors,
    primary: colours.clay,
    onPrimary: colours.onClay,
    primaryContainer: colours.clayWash,
    onPrimaryContainer: colours.ink,
    secondary: colours.faded,
    secondaryContainer: colours.clayWash,
    onSecondaryContainer: colours.ink,
    background: colours.chalk,
    onBackground: colours.ink,
    surface: colours.paper,
    surfaceVariant: colours.chalk,
    onSurface: colours.ink,
    onSurfaceVariant: colours.faded,
    outline: colours.faded,
    outlineVariant: colours.line,
    error: colours.stop,
    errorContainer: colours.stopWash,
    onErrorContainer: colours.ink,
    elevation: {
      level0: 'transparent',
      level1: colours.paper,
      level2: colours.paper,
      level3: colours.paper,
      level4: colours.paper,
      level5: colours.paper,
    },
  },
};
