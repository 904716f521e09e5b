import { Card } from '../../ui/Card';
import { TextField } from '../../ui/TextField';
import { useClear } from './edit';

/** What the site says of the road or footway, and what it puts out for the public. */
export function PublicCard() {
  const { job, put } = useClear();
  const { publicSide } = job.clearance;
  const set = (key: keyof typeof publicSide) => (value: string) =>
    void put({ publicSide: { ...publicSide, [key]: value } }, `public.${key}`);
  return (
    <Card title="Public side">
      <TextField label="Road or footway is classed as" value={publicSide.classed} onText={set('classed')} placeholder="The site decides" />
      <TextField label="Signs, lights, barriers" value={publicSide.measures} onText={set('measures')} multiline />
    </Card>
  );
}
