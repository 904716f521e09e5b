import { sayEntry } from '@tamper/core/book';
import type { UnitSystem } from '@tamper/core/units';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import type { OpenBook } from '../../data/useBook';
import { Notice } from '../../ui/Notice';
import { View } from '../../ui/View';

/** What of the book is not with the server yet, and what may be missing here. */
export function Outbox({ book, units }: { book: OpenBook; units: UnitSystem }) {
  const { waiting, error, canKeep, heard, forget, again } = book;
  const refused = waiting.filter((one) => one.refused !== undefined);
  const unsent = waiting.length - refused.length;
  return (
    <>
      {refused.map(({ kept: { entry }, refused: why }) => (
        <Notice key={entry.id} kind="stop" role="alert" title="An entry was refused and is not in the book">
          <Text>{sayEntry(entry, units)}</Text>
          <Text>
            {why} What is bad in it counts here all the same. It stays on this device until you enter it again and let this one go.
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            <Button mode="outlined" onPress={() => void again(entry.id)}>
              Send it again
            </Button>
            <Button mode="outlined" onPress={() => void forget(entry.id)}>
              Let it go
            </Button>
          </View>
        </Notice>
      ))}
      {unsent > 0 && error ? (
        <Notice kind="caution" role="status" title={`${unsent} ${unsent === 1 ? 'entry waits' : 'entries wait'} on this device`}>
          <Text>{canKeep ? `${error} Sent by itself when it answers.` : `${error} This device cannot keep it: leave the page open.`}</Text>
        </Notice>
      ) : error ? (
        <Notice kind="caution" role="status" title="The server was not heard">
          <Text>
            What others entered {heard === undefined ? 'is not known here' : 'since is not known here'}: ask by voice before anybody goes
            in.
          </Text>
        </Notice>
      ) : null}
    </>
  );
}
