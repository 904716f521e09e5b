import { merge } from '@tamper/core/job';
import { Text } from './Text';
import { Button } from './Button';
import type { Stored } from '../data/api';
import type { Amiss as Trouble } from '../data/liveDocument';
import type { Document } from '../data/useDocument';
import { Notice } from './Notice';
import { View } from './View';

/** Shown when work cannot go on to the server or is not kept: why, and for a newer version elsewhere the ways to put the two together. */
export const Conflict = <T, S extends Stored<T>>({ document, what }: { document: Document<T, S>; what: string }) =>
  document.amiss ? <Amiss amiss={document.amiss} document={document} what={what} /> : null;

function Amiss<T, S extends Stored<T>>({ amiss, document, what }: { amiss: Trouble<T>; document: Document<T, S>; what: string }) {
  const { settle, flush } = document;
  if (amiss.kind !== 'conflict')
    return (
      <Notice kind="caution" role="alert" title={`${amiss.kind === 'unkept' ? 'Not kept' : 'Kept here, not sent'}: ${amiss.why}`}>
        <Button mode="outlined" icon="redo" onPress={flush}>
          Try again
        </Button>
      </Notice>
    );
  const { collisions } = merge(amiss.base, amiss.mine, amiss.theirs.doc);
  return (
    <Notice kind="caution" role="alert" title={`Somebody else changed ${what} meanwhile. Nothing was overwritten.`}>
      <Text>
        {collisions.length === 0
          ? 'You changed different things, so both can be kept.'
          : `Both changed: ${collisions.join(', ')}. Put together, yours is kept there.`}
      </Text>
      {amiss.why !== undefined && <Text>{`Not kept: ${amiss.why}`}</Text>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" onPress={() => settle('both')}>
          Put both together
        </Button>
        <Button mode="outlined" onPress={() => settle('mine')}>
          Keep only mine
        </Button>
        <Button mode="outlined" onPress={() => settle('theirs')}>
          Take theirs
        </Button>
      </View>
    </Notice>
  );
}
