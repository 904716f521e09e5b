import { createContext, memo, useContext, useState, type ComponentProps } from 'react';
import { TextInput as Field } from 'react-native';
import { TextInput } from 'react-native-paper';
import { whileTyping } from '../data/typing';

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
  keys?: 'text' | 'decimal' | 'numeric';
  /** Nobody reads it over a shoulder; the device may fill it in. */
  secret?: 'current-password' | 'new-password' | 'off' | undefined;
}

const Typed = createContext('');

/**
 * The library's input, drawn again only when its own text changes; and of it only the field itself: frame and label, which begins to
 * move anew at every text it is told of, are told only whether there is any.
 */
export const Input = memo(function Input({ value, ...frame }: Props) {
  return (
    <Typed.Provider value={value}>
      <Frame {...frame} filled={value !== ''} />
    </Typed.Provider>
  );
});

const Frame = memo(function Frame({
  label,
  filled,
  wrong,
  onText,
  onLeave,
  autoFocus = false,
  placeholder,
  multiline = false,
  select = false,
  keys = 'text',
  secret,
}: Omit<Props, 'value'> & { filled: boolean }) {
  return (
    <TextInput
      mode="outlined"
      label={label}
      aria-label={label}
      value={filled ? '…' : ''}
      render={field}
      onChangeText={onText}
      {...(onLeave ? { onBlur: onLeave } : {})}
      {...(placeholder ? { placeholder } : {})}
      error={wrong}
      autoFocus={autoFocus}
      inputMode={keys}
      multiline={multiline}
      selectTextOnFocus={select}
      autoCorrect={!select}
      secureTextEntry={secret !== undefined}
      autoComplete={secret ?? 'off'}
    />
  );
});

/** It shows what is typed until whoever keeps it shows something else: that may come a moment later. */
function TypedField({ style, onChangeText, onBlur, ...rest }: ComponentProps<typeof Field>) {
  const value = useContext(Typed);
  const [typed, setTyped] = useState<{ text: string; over: string }>();
  if (typed && typed.over !== value) setTyped(undefined);
  const type = (text: string) => {
    setTyped({ text, over: value });
    whileTyping(() => onChangeText?.(text));
  };
  const leave: typeof onBlur = (event) => {
    setTyped(undefined);
    onBlur?.(event);
  };
  const shown = typed?.over === value ? typed.text : value;
  const field = { ...rest, value: shown, onChangeText: type, onBlur: leave };
  if (rest.multiline) return <Field {...field} style={style} />;
  return (
    <div style={ROUND}>
      <Field {...field} style={[style, ALONE]} />
    </div>
  );
}
/** What is typed does not change the size of its field: the page is not laid out anew for a key. Of what stretches with its neighbours a browser cannot know that. */
const ROUND = { display: 'block', flexGrow: 1 } as const;
const ALONE = { contain: 'layout size style', width: '100%' } as object;

const field: NonNullable<ComponentProps<typeof TextInput>['render']> = (props) => (
  <TypedField {...(props as ComponentProps<typeof Field>)} />
);
