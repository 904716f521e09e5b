import { memo, useRef, useState } from 'react';
import { Button } from './Button';
import { IconButton } from './IconButton';
import { View } from './View';
import { later } from './later';

const TermsDialog = later(async () => (await import('./TermsDialog')).TermsDialog);

/** Explains the terms of the trade that stand round it: those of the inputs it is in, else of the whole screen. `small`: a sign alone. */
export const Terms = memo(function Terms({ small = false }: { small?: boolean }) {
  const own = useRef<View>(null);
  const [text, setText] = useState<string>();
  const look = () => {
    const element = own.current as unknown as HTMLElement | null;
    setText(element?.closest<HTMLElement>('[role=form]')?.innerText ?? element?.closest<HTMLElement>('[role=main]')?.innerText ?? '');
  };
  return (
    <View ref={own}>
      {small ? (
        <IconButton icon="book" accessibilityLabel="Words explained" onPress={look} />
      ) : (
        <Button icon="book" start onPress={look}>
          Words on this screen explained
        </Button>
      )}
      {text === undefined ? null : <TermsDialog text={text} onClose={() => setText(undefined)} />}
    </View>
  );
});
