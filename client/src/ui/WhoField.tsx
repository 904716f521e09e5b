import { useWho } from '../data/who';
import { Text } from './Text';
import { TextField } from './TextField';

/** Who it is that writes something down: asked where there are no accounts; else it is whoever holds the device, and only said. */
export function WhoField({ label, placeholder = 'A role will do' }: { label: string; placeholder?: string }) {
  const { who, setWho, signed } = useWho();
  return signed ? (
    <Text>{`${label}: ${who || 'nobody holds this device'}`}</Text>
  ) : (
    <TextField label={label} value={who} onText={setWho} placeholder={placeholder} />
  );
}
