import { memo } from 'react';
import { TextInput } from 'react-native-paper';

interface Props {
  label: string;
  value: string;
  wrong: boolean;
  /** Stable functions, so that the input stays still while others change. */
  onText: (text: string) => void;
  onLeave?: () => void;
  autoFocus?: boolean;
  placeholder?: string | undefined;
  multiline?: boolean;
  /** Selects what is there when touched: numbers are typed over, words are not. */
  select?: boolean;
}

/** The library's input, drawn again only when its own text changes. */
export const Input = memo(function Input({
  label,
  value,
  wrong,
  onText,
  onLeave,
  autoFocus = false,
  placeholder,
  multiline = false,
  select = false,
}: Props) {
  return (
    <TextInput
      mode="outlined"
      label={label}
      aria-label={label}
      value={value}
      onChangeText={onText}
      {...(onLeave ? { onBlur: onLeave } : {})}
      {...(placeholder ? { placeholder } : {})}
      error={wrong}
      autoFocus={autoFocus}
      multiline={multiline}
      selectTextOnFocus={select}
      autoCorrect={!select}
      autoComplete="off"
    />
  );
});
