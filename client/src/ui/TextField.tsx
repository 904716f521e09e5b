import { TextInput } from 'react-native-paper';

/** Plain words. */
export const TextField = ({
  label,
  value,
  onText,
  placeholder,
  multiline = false,
}: {
  label: string;
  value: string;
  onText: (text: string) => void;
  placeholder?: string;
  multiline?: boolean;
}) => (
  <TextInput
    mode="outlined"
    label={label}
    aria-label={label}
    value={value}
    onChangeText={onText}
    {...(placeholder ? { placeholder } : {})}
    multiline={multiline}
  />
);
