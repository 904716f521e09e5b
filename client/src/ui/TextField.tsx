import { Input } from './Input';
import { useStable } from './useStable';

interface Props {
  label: string;
  value: string;
  onText: (text: string) => void;
  placeholder?: string;
  multiline?: boolean;
}

/** Plain words. */
export function TextField({ label, value, onText, placeholder, multiline = false }: Props) {
  const type = useStable(onText);
  return <Input label={label} value={value} onText={type} wrong={false} placeholder={placeholder} multiline={multiline} />;
}
