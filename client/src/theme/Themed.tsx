import type { ReactNode } from 'react';
import { PaperProvider, ThemeProvider } from 'react-native-paper';
import { Icon } from './Icon';
import { paperTheme } from './paper';

const settings = {
  icon: ({ name, color, size }: { name: unknown; color?: string | undefined; size: number }) => (
    <Icon name={String(name)} color={color} size={size} />
  ),
};

/** The look of everything inside: colours, type and icons. */
export const Themed = ({ children }: { children: ReactNode }) => (
  <PaperProvider theme={paperTheme} settings={settings}>
    {/* PaperProvider puts its own animation scale over the theme's; this one has the last word. */}
    <ThemeProvider theme={paperTheme}>{children}</ThemeProvider>
  </PaperProvider>
);
