import { memo, useRef, useState } from 'react';
import { printSheet } from '../print/sheet';
import { colours } from '../theme/tokens';
import { sentencesOf } from '../ui/sentences';
import { Text } from '../ui/Text';
import { View } from '../ui/View';
import { ToolButton } from './ToolButton';

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
    printSheet(drawing, title).catch((reason: unknown) => setFault(sentencesOf(reason).join(' ')));
  };
  return (
    <View ref={own}>
      <ToolButton icon="print" accessibilityLabel="Print this drawing" onPress={print} />
      {fault ? (
        <Text role="alert" variant="bodySmall" style={{ color: colours.stop }}>
          {fault}
        </Text>
      ) : null}
    </View>
  );
});
