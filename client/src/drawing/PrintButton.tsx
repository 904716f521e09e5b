import { memo, useRef, useState } from 'react';
import { View } from 'react-native';
import { printSheet } from '../print/sheet';
import { colours } from '../theme/tokens';
import { IconButton } from '../ui/IconButton';
import { Text } from '../ui/Text';

/** Marks the box of a drawing that prints: its own picture is the first as wide as itself. */
export const SHEET = { dataSet: { sheet: 'drawing' } } as object;

/** Puts the drawing it stands on onto a page of its own, as PDF. */
export const PrintButton = memo(function PrintButton({ title }: { title: string }) {
  const own = useRef<View>(null);
  const [fault, setFault] = useState<string>();
  const print = () => {
    const sheet = (own.current as unknown as HTMLElement | null)?.closest('[data-sheet]');
    const drawing = [...(sheet?.querySelectorAll('svg') ?? [])].find((svg) => svg.clientWidth === sheet?.clientWidth);
    if (!drawing) return;
    setFault(undefined);
    printSheet(drawing, title).catch((reason: unknown) => setFault(reason instanceof Error ? reason.message : String(reason)));
  };
  return (
    <View ref={own}>
      <IconButton
        icon="print"
        accessibilityLabel="Print this drawing"
        onPress={print}
        style={{ backgroundColor: colours.paper, borderWidth: 1, borderColor: colours.line }}
      />
      {fault ? (
        <Text role="alert" variant="bodySmall" style={{ color: colours.stop }}>
          {fault}
        </Text>
      ) : null}
    </View>
  );
});
