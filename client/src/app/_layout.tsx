import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { PaperProvider, ThemeProvider } from 'react-native-paper';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { fontFiles } from '../theme/fonts';
import { Icon } from '../theme/Icon';
import { paperTheme } from '../theme/paper';
import { colours } from '../theme/tokens';

export default function Layout() {
  const [ready, failed] = useFonts(fontFiles);
  if (!ready && !failed) return null;
  return (
    <SafeAreaProvider>
      <PaperProvider
        theme={paperTheme}
        settings={{ icon: ({ name, color, size }) => <Icon name={String(name)} color={color} size={size} /> }}
      >
        {/* PaperProvider puts its own animation scale over the theme's; this one has the last word. */}
        <ThemeProvider theme={paperTheme}>
          <Stack screenOptions={{ headerShown: false, contentStyle: { backgroundColor: colours.chalk } }} />
        </ThemeProvider>
      </PaperProvider>
    </SafeAreaProvider>
  );
}
