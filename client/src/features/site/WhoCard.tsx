import { useState } from 'react';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import { Card } from '../../ui/Card';
import { useSite } from './context';

/** Who holds this device: put to every entry. */
export function WhoCard() {
  return (
    <Card title="Who writes">
      <WhoField label="Your role or name" placeholder="Foreman" />
      <Text variant="bodySmall">Put to every entry. Entries are never changed or taken out; a mistake is put right by a new one.</Text>
    </Card>
  );
}

/** Asked once where something may be entered and nobody has said who they are; it stays while it is typed. */
export function AskWho() {
  const { who } = useSite();
  const [asked] = useState(who.trim().length < 2);
  return asked ? <WhoField label="Who writes it: your role or name" placeholder="Foreman" /> : null;
}
