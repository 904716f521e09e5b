import { router } from 'expo-router';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSite } from './context';
import { Outbox } from './Outbox';
import { AskWho } from './WhoCard';

/** People dig to an issued plan: says so while there is none, and where it is issued. */
function NotIssued() {
  const { force, jobId, runId } = useSite();
  if (force) return null;
  return (
    <Notice kind="caution" title="No plan is issued yet">
      <Text>What is dug is held against an issued plan. Until there is one, this shows the draft, and nothing can be entered.</Text>
      <View style={{ flexDirection: 'row' }}>
        <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'site/issue'))}>
          Issue the plan
        </Button>
      </View>
    </Notice>
  );
}

/** What stands above every page of the field: what waits to be sent, that there is no plan to work to yet, and who holds the device. */
export function FieldHead() {
  const { book, job } = useSite();
  return (
    <>
      <Outbox book={book} units={job.units} />
      <NotIssued />
      <AskWho />
    </>
  );
}
