import { Button } from '../ui/Button';
import { Faults } from '../ui/Faults';
import { Text } from '../ui/Text';
import { View } from '../ui/View';
import type { Intake } from './useIntake';

interface Props {
  intake: Intake;
  onTake: (from: 'camera' | 'files') => void;
  /** Is it what the form is for? */
  first?: boolean;
}

/** From the camera or from files, and what came of it. */
export function TakeButtons({ intake: { busy, faults }, onTake, first = false }: Props) {
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode={first ? 'contained' : 'outlined'} icon="camera" disabled={busy > 0} onPress={() => onTake('camera')}>
          Photograph
        </Button>
        <Button mode="outlined" icon="images" disabled={busy > 0} onPress={() => onTake('files')}>
          Photos from files
        </Button>
      </View>
      {busy > 0 ? <Text role="status">{busy === 1 ? 'Making the photo ready…' : `Making ${busy} photos ready…`}</Text> : null}
      <Faults title={faults.length === 1 ? 'A photo was not taken' : 'Some photos were not taken'} faults={faults} />
    </>
  );
}
