import { Text } from 'react-native-paper';
import { Notice } from '../../ui/Notice';
import { useGuard } from './context';

/** What of the book is not with the server yet, and what may be missing here. */
export function Outbox() {
  const { waiting, error, held, heard } = useGuard().book;
  const refused = waiting.filter((one) => one.refused !== undefined);
  const unsent = waiting.length - refused.length;
  return (
    <>
      {refused.map(({ entry, refused: why }) => (
        <Notice key={entry.id} kind="stop" role="alert" title="An entry was refused and is not in the book">
          <Text>{why} It stays on this device; enter it again.</Text>
        </Notice>
      ))}
      {unsent > 0 && error ? (
        <Notice kind="caution" role="status" title={`${unsent} ${unsent === 1 ? 'entry waits' : 'entries wait'} on this device`}>
          <Text>{held ? `${error} Sent by itself when it answers.` : `${error} This device cannot keep it: leave the page open.`}</Text>
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
