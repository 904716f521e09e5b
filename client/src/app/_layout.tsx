import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { fontFiles } from '../theme/fonts';
import { Themed } from '../theme/Themed';
import { colours } from '../theme/tokens';
import { Resting } from '../ui/Resting';
import { SendWaiting } from '../ui/SendWaiting';
import { TypingRoom } from '../ui/TypingRoom';

export default function Layout() {
  // What there is to say is said meanwhile.
  useFonts(fontFiles);
  return (
    <SafeAreaProvider>
      <Themed>
        <SendWaiting />
        <TypingRoom>
          <Stack
            screenLayout={({ children }) => <Resting>{children}</Resting>}
            screenOptions={{ headerShown: false, contentStyle: { backgroundColor: colours.chalk } }}
          />
        </TypingRoom>
      </Themed>
    </SafeAreaProvider>
  );
}
