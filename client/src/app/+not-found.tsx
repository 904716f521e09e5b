import { router } from 'expo-router';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Page, TopBar } from '../ui/Screen';

export default function NotFound() {
  return (
    <>
      <TopBar title="Not here" back="/" />
      <Page>
        <Notice kind="caution" title="There is no such page. The link may be old.">
          <Button onPress={() => router.replace('/')}>To the jobs</Button>
        </Notice>
      </Page>
    </>
  );
}
