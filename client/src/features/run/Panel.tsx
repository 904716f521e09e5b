import { productsKnown } from '@tamper/core/job';
import { memo, useMemo } from 'react';
import { Text } from '../../ui/Text';
import { IconButton } from '../../ui/IconButton';
import { Terms } from '../../ui/Terms';
import { View } from '../../ui/View';
import type { Part } from '../../drawing/SectionDrawing';
import { colours } from '../../theme/tokens';
import { useRunEdit } from './context';
import { editors } from './editors';

/** Parts that are set for the whole run, not reach by reach. */
const WHOLE_RUN: readonly Part[] = ['levels', 'existing', 'laid', 'purpose', 'structures', 'access', 'spoil', 'reach'];

/** The inputs of one part. Those of a reach begin anew with each reach; the others go on while the cursor wanders. */
export const Panel = memo(function Panel({ part, onClose }: { part: Part; onClose: () => void }) {
  const { job, run, reachIndex } = useRunEdit();
  const { title, Editor } = editors[part];
  const known = part === 'laid' || productsKnown(job, run);
  const whole = WHOLE_RUN.includes(part);
  const name = `${title}${run.reaches.length > 1 && !whole ? ` · reach ${reachIndex + 1}` : ''}`;
  const key = whole && part !== 'reach' ? part : `${part}.${reachIndex}`;
  // The inputs read for themselves what they show: for a key nothing round them is drawn.
  return useMemo(
    () => (
      <View
        role="form"
        aria-label={title}
        style={{ backgroundColor: colours.paper, padding: 12, gap: 6, borderRadius: 8, borderWidth: 1, borderColor: colours.line }}
      >
        <PanelHead title={name} onClose={onClose} />
        {known ? <Editor key={key} /> : <Text>One of the lines is not in the catalogue any more. Choose another under Line first.</Text>}
      </View>
    ),
    [title, name, onClose, known, Editor, key],
  );
});

const PanelHead = memo(function PanelHead({ title, onClose }: { title: string; onClose: () => void }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      <Text variant="titleMedium" role="heading" aria-level={2} style={{ flex: 1 }}>
        {title}
      </Text>
      <Terms small />
      <IconButton icon="close" accessibilityLabel="Close the inputs" onPress={onClose} />
    </View>
  );
});
