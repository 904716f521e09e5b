import { Stack } from 'expo-router';
import { useEffect, useState } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { screenCome } from '../features/frame/screenCome';
import { hearOffer } from '../store/install';
import { openDevice } from '../store/open';
import { addFonts } from '../theme/fonts';
import { Themed } from '../theme/Themed';
import { colours } from '../theme/tokens';
import { Resting } from '../ui/Resting';
import { ScreenFault } from '../ui/ScreenFault';
import { SendWaiting } from '../ui/SendWaiting';
import { TypingRoom } from '../ui/TypingRoom';
import { useHoldIdle } from '../ui/whenIdle';

hearOffer();
addFonts();

// Begun before anything is drawn: the device looks for it meanwhile.
const begun = Promise.all([openDevice(), screenCome]).then(([, open]) => open());

/** Is what this device keeps at hand, with the code of the screen that is asked for and the run it shows? */
function useDevice(): boolean {
  const [open, setOpen] = useState(false);
  useEffect(() => void begun.finally(() => setOpen(true)), []);
  return open;
}

export default function Layout() {
  const open = useDevice();
  useHoldIdle(!open);
  return (
    <SafeAreaProvider>
      <Themed>
        {open ? (
          <>
            <SendWaiting />
            <TypingRoom>
              <Stack
                screenLayout={({ children }) => (
                  <Resting>
                    <ScreenFault>{children}</ScreenFault>
                  </Resting>
                )}
                screenOptions={{ headerShown: false, contentStyle: { backgroundColor: colours.chalk } }}
              />
            </TypingRoom>
          </>
        ) : null}
      </Themed>
    </SafeAreaProvider>
  );
}
