import { useState } from 'react';
import { View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';

interface Props {
  label: string;
  value: string;
  /** Takes the name; returns a sentence when it cannot be used. */
  onName: (name: string) => string | undefined;
}

/** A name edited in place. What cannot be used stays in the field with a sentence; the document keeps the last good one. */
export function NameField({ label, value, onName }: Props) {
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const type = (text: string) => {
    setTyped(text);
    setFault(onName(text.trim()));
  };
  return (
    <View>
      <TextInput
        mode="outlined"
        label={label}
        aria-label={label}
        value={typed ?? value}
        onChangeText={type}
        onBlur={() => fault || setTyped(undefined)}
        error={!!fault}
      />
      {fault ? (
        <HelperText type="error" aria-live="polite">
          {fault}
        </HelperText>
      ) : null}
    </View>
  );
}
