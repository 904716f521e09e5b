import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useSite } from './context';
import { Drifted } from './Drifted';
import { Outbox } from './Outbox';
import { ToIssue } from './ToIssue';
import { AskWho } from './WhoCard';

/** People dig to an issued plan: says so while there is none, and where it is issued. */
function NotIssued() {
  const { force } = useSite();
  if (force) return null;
  return (
    <Notice kind="caution" title="No plan is issued yet">
      <Text>What is dug is held against an issued plan. Until there is one, this shows the draft, and nothing can be entered.</Text>
      <View style={{ flexDirection: 'row' }}>
        <ToIssue />
      </View>
    </Notice>
  );
}

/** What stands above every page of the field: what waits to be sent, that there is no plan to work to yet or a later program makes another of it, and who holds the device. */
export function FieldHead() {
  const { book, job, force } = useSite();
  return (
    <>
      <Outbox book={book} units={job.units} />
      <NotIssued />
      <Drifted says={force?.drifted}>
        <Text>What was printed and set out by plan {force?.number} is not what is shown here. Look at both, then issue the plan anew.</Text>
        <View style={{ flexDirection: 'row' }}>
          <ToIssue />
        </View>
      </Drifted>
      <AskWho />
    </>
  );
}
