import { router } from 'expo-router';
import { holderOf, useMe } from '../store/me';
import { Button } from './Button';
import { Notice } from './Notice';
import { Text } from './Text';
import { View } from './View';

/** Who holds this device, and the way to whoever else does. @param unknown somebody has to sign in first. */
export function WhoIsHere({ unknown }: { unknown: boolean }) {
  const me = useMe();
  const holder = holderOf(me);
  const go = () => router.navigate('/people');
  if (unknown || (me?.crew && !holder))
    return (
      <Notice kind="caution" title={unknown ? 'Nobody is signed in on this device' : 'Nobody holds this device now'}>
        <Text>What is kept on it stays, and is sent once its maker is signed in again.</Text>
        <View style={{ flexDirection: 'row' }}>
          <Button mode="contained" onPress={go}>
            {unknown ? 'Sign in' : 'Take it over'}
          </Button>
        </View>
      </Notice>
    );
  return (
    <Button start mode="outlined" icon="site" onPress={go}>
      {holder ? `${holder.name} holds this device` : me ? 'People: alone on this machine' : 'People'}
    </Button>
  );
}
