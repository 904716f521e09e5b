import { ofKind } from '@tamper/core/book';
import { holeAskedOf, holeFaults, sayHoleFault } from '@tamper/core/lay';
import { bareUnit, formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';

/** Holes into buildings as they were really drilled, one card for each building the line comes to. */
export function HoleCard() {
  const { run } = useSite();
  const { line } = useLay();
  const walls = run.structures.filter(({ kind, station }) => kind === 'entry' && station >= line.from - 0.01 && station <= line.to + 0.01);
  return walls.map((wall) => <Hole key={wall.id} wall={wall} />);
}

function Hole({ wall }: { wall: { id: string; name: string } }) {
  const { job, book } = useSite();
  const { report, revision, line } = useLay();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [form, setForm] = useState({ bore: '', level: '', aside: '', sealed: false, seen: false });
  const change = (part: Partial<typeof form>) => setForm((before) => ({ ...before, ...part }));
  const asked = holeAskedOf(report.plan, { structure: wall.id, line: line.id });
  const last = ofKind(book.book ?? [], 'wallHole').findLast(({ entry }) => entry.fact.structure === wall.id);
  const wrong = last && asked ? holeFaults(last.entry.fact, asked).map((fault) => sayHoleFault(fault, units)) : [];
  const enter = () => {
    const bore = parseLength(form.bore, bareUnit(units, 'size'));
    const level = parseLength(form.level, bareUnit(units));
    const aside = form.aside.trim() === '' ? ({ ok: true, value: 0 } as const) : parseLength(form.aside, bareUnit(units, 'size'));
    if (!bore.ok) return refuse(bore.error);
    if (!level.ok) return refuse(level.error);
    if (!aside.ok) return refuse(aside.error);
    const { sealed, seen } = form;
    const place = { structure: wall.id, name: wall.name, line: line.id };
    const measured = { bore: bore.value, level: level.value, aside: aside.value, sealed, seen };
    return write({ kind: 'wallHole', ...place, ...measured, revision, note: '' }, 'Kept: the hole as it was drilled.');
  };
  return (
    <Card title={`Hole at ${wall.name}`}>
      <Text variant="bodySmall">
        {asked ? `Lowest point planned at ${formatLength(asked.level, units, 'level')}. ` : ''}Seal it only after it was inspected: until
        then it is held open.
      </Text>
      <TextField label="Hole is wide" value={form.bore} onText={(bore) => change({ bore })} keys="decimal" />
      <TextField label="Its lowest point, level" value={form.level} onText={(level) => change({ level })} keys="decimal" />
      <TextField label="Right of the line’s way" value={form.aside} onText={(aside) => change({ aside })} placeholder="0" />
      <ToggleRow label="Inspected open" on={form.seen} onChange={(seen) => change({ seen })} />
      <ToggleRow label="Sealed" on={form.sealed} onChange={(sealed) => change({ sealed })} />
      <Button mode="outlined" icon="check" onPress={enter}>
        Enter the hole
      </Button>
      <Told said={said} faults={faults} />
      <Faults title="Not as planned" faults={wrong} />
    </Card>
  );
}
