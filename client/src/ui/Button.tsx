import { memo, type ComponentProps } from 'react';
import { Button as Library } from 'react-native-paper';
import { useStable } from './useStable';

type Props = Omit<ComponentProps<typeof Library>, 'onPress'> & { onPress: () => void };

/** The library's button for screens that change at every key press: drawn again only when what it says changes. */
export function Button({ onPress, ...props }: Props) {
  const press = useStable(onPress);
  return <Still {...props} onPress={press} />;
}

const Still = memo(Library);
