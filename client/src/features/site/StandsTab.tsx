import type { Kit } from '@tamper/core/catalogue';
import { kitOf } from '@tamper/core/job';
import {
  deliveryOf,
  deliveredCount,
  freePieces,
  lastMovedOn,
  pieceWords,
  putAlong,
  standingIn,
  type Put,
  type RegisteredPiece,
  standingPieces,
} from '@tamper/core/site';
import { isPit, type Place } from '@tamper/core/trench';
import { bareUnit, figuresIn, formatLength, formatStation, parseCount, parseLength } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { newId } from '../../data/newId';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { GateLight } from '../../ui/GateLight';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useSite } from './context';
import { GateStrip } from './GateStrip';
import { Outbox } from './Outbox';
import { RangeStrip } from './RangeStrip';
import { StretchFields, useStretch } from './Stretch';
import { AskWho } from './WhoCard';

/** The supports register: what came to site, what stands where, and what was moved. */
export function StandsTab() {
  const { job, plan, gate, book } = useSite();
  const held = plan.places.filter(({ sides }) => sides.protection !== 'none' && sides.entry);
  const [chosen, setChosen] = useState<string>();
  const place = held.find(({ id }) => id === chosen) ?? held[0];
  if (!place)
    return (
      <Card title="What stands">
        <Text>By this plan nothing is held by supports: slopes stand as they are cut, and slots nobody enters.</Text>
      </Card>
    );
  return (
    <>
      <GateLight name="Safe to enter" gate={gate} />
      <GateStrip gate={gate} units={job.units} />
      <Outbox book={book} units={job.units} />
      <AskWho />
      {held.length > 1 ? (
        <Picker
          label="Where"
          value={place.id}
          options={held.map((one) => ({ value: one.id, label: sayPlace(one, job.units) }))}
          onChange={setChosen}
        />
      ) : null}
      <HeldPlace key={place.id} place={place} />
    </>
  );
}

/** Where a hole’s pieces are said to stand: none in the trench, the pit’s id in a pit. */
const pitOf = (place: Place): string | null => (isPit(place) ? place.id : null);

function HeldPlace({ place }: { place: Place }) {
  const { plan, job } = useSite();
  const support = plan.supports.find((one) => one.place === place.id);
  const kit = support?.kit;
  if (!kit)
    return (
      <Card title="No table is chosen">
        <Text>Choose the table of the supports for {sayPlace(place, job.units)} in the plan, and issue it.</Text>
      </Card>
    );
  return (
    <>
      <Row place={place} kit={kit} />
      <PutThere place={place} kit={kit} />
      <Delivery kit={kit} />
      <Pieces />
    </>
  );
}

/** What stands in this hole, and the one press that moves the last one on. */
function Row({ place, kit }: { place: Place; kit: Kit }) {
  const { job, run, register, plan } = useSite();
  const enter = useEnter();
  const [fault, setFault] = useState<string>();
  const row = standingIn(register, kit.id, pitOf(place));
  const schedule = plan.supports.find((one) => one.place === place.id)?.schedule;
  const spacing = schedule?.kind === 'shores' ? schedule.spacing : 0;
  const { one, many } = pieceWords(job, kit.id);
  const next = isPit(place) ? undefined : lastMovedOn(row, run.access.digFrom, spacing);
  const put = (what: Put) => setFault('fault' in what ? what.fault : enter({ kind: 'standing', pit: pitOf(place), pieces: what.pieces }));
  const [first, last] = [row[0], row.at(-1)];
  return (
    <Card title={`Stands now: ${row.length} ${row.length === 1 ? one : many}`}>
      {first && last ? (
        <Text>
          From {formatStation(first.from, job.units)} to {formatStation(last.to, job.units)}, {figuresIn(kit.name, job.units)}
        </Text>
      ) : (
        <Text>Nothing of {figuresIn(kit.name, job.units)} stands here yet.</Text>
      )}
      {next && 'pieces' in next ? (
        <Button mode="contained" icon="next" onPress={() => put(next)}>
          {`Move ${row.find(({ id }) => id === next.pieces[0]?.piece)?.name ?? 'the last one'} on, to ${formatStation(next.pieces[0]?.from ?? 0, job.units)}`}
        </Button>
      ) : null}
      <Text variant="bodySmall">A move shuts what it uncovers at once; where it went, people go in after somebody looked at it there.</Text>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

/** Pieces stand from here to here: dragged along the strip, or typed. */
function PutThere({ place, kit }: { place: Place; kit: Kit }) {
  const { job, register, plan } = useSite();
  const enter = useEnter();
  const stretch = useStretch(place);
  const [fault, setFault] = useState<string>();
  const schedule = plan.supports.find((one) => one.place === place.id)?.schedule;
  const within = isPit(place) ? { from: place.from, to: place.to } : stretch.range;
  const put = within && putAlong(kit, register, within, schedule, job.units);
  const names = (pieces: readonly { piece: string }[]) =>
    pieces.map(({ piece }) => register.find(({ id }) => id === piece)?.name ?? piece).join(', ');
  const stand = () => {
    if (!within || !put) return setFault(stretch.fault);
    setFault('fault' in put ? put.fault : enter({ kind: 'standing', pit: pitOf(place), pieces: put.pieces }));
  };
  return (
    <Card title="They stand from here to here">
      {isPit(place) ? (
        <Text>In the whole of {place.name}.</Text>
      ) : (
        <>
          <RangeStrip
            whole={stretch.whole}
            range={stretch.range}
            there={standingPieces(register).filter(({ pit }) => pit === null)}
            units={job.units}
            onRange={(range) => {
              stretch.setFrom(formatStation(range.from, job.units));
              stretch.setTo(formatStation(range.to, job.units));
            }}
          />
          <Text variant="bodySmall">Drag over the bar, or type. Below it is what stands there now.</Text>
          <StretchFields stretch={stretch} what="Stand" />
        </>
      )}
      {put && 'pieces' in put ? (
        <Text>
          {names(put.pieces)}: {formatStation(put.pieces[0]?.from ?? 0, job.units)} to{' '}
          {formatStation(put.pieces.at(-1)?.to ?? 0, job.units)}
        </Text>
      ) : null}
      <Button mode="contained" icon="check" onPress={stand}>
        {put && 'pieces' in put ? `${put.pieces.length} stand there` : 'They stand there'}
      </Button>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

function Delivery({ kit }: { kit: Kit }) {
  const { job, register } = useSite();
  const enter = useEnter();
  const { came, back, here } = deliveredCount(register, kit.id);
  const [count, setCount] = useState('1');
  const [fault, setFault] = useState<string>();
  const deliver = () => {
    const read = parseCount(count, 'pieces');
    if (!read.ok) return setFault(read.error);
    if (read.value < 1 || read.value > 200) return setFault('From 1 to 200 pieces in one delivery.');
    setFault(enter({ kind: 'delivered', kit: kit.id, pieces: deliveryOf(pieceWords(job, kit.id).one, read.value, register, newId) }));
  };
  return (
    <Card title={`Delivered: ${figuresIn(kit.name, job.units)}`}>
      <Text variant="bodySmall">
        {came === 0
          ? 'None came yet.'
          : `${came} came, ${back} gone back; ${here.length} on site, ${freePieces(register, kit.id).length} of them do not stand.`}
      </Text>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'flex-end' }}>
        <View style={{ flex: 1 }}>
          <TextField label="How many came" value={count} onText={setCount} />
        </View>
        <Button mode="outlined" icon="plus" onPress={deliver}>
          They came
        </Button>
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

const STATES: Record<RegisteredPiece['state'], string> = {
  delivered: 'on site, does not stand',
  standing: 'stands',
  released: 'released',
  takenOut: 'taken out',
  returned: 'gone back',
  doubt: 'not known: entries disagree. Say again where it stands',
};

/** Every piece on site, and what may be done with it. */
function Pieces() {
  const { job, register } = useSite();
  if (register.length === 0) return null;
  return (
    <Card title="Piece by piece">
      <View role="list" aria-label="Supports register">
        {register.map((piece) => (
          <PieceLine key={piece.id} piece={piece} kit={kitOf(job, piece.kit)} />
        ))}
      </View>
    </Card>
  );
}

function PieceLine({ piece, kit }: { piece: RegisteredPiece; kit: Kit | undefined }) {
  const { job, plan } = useSite();
  const enter = useEnter();
  const [fill, setFill] = useState('');
  const [fault, setFault] = useState<string>();
  const stands = piece.state === 'standing' || piece.state === 'released';
  const where = stands
    ? piece.from === piece.to
      ? `at ${formatStation(piece.from, job.units)}`
      : `from ${formatStation(piece.from, job.units)} to ${formatStation(piece.to, job.units)}`
    : '';
  const pit = plan.places.find(({ id }) => id === piece.pit)?.name;
  const built =
    piece.state !== 'standing'
      ? ''
      : kit?.kind === 'shield'
        ? `, ${piece.extensions} extensions`
        : kit?.kind === 'sheets'
          ? `, ${piece.frames} frames loaded`
          : '';
  const again = (change: Partial<Pick<RegisteredPiece, 'extensions' | 'frames'>>) => {
    const { id, from, to, extensions, frames } = { ...piece, ...change };
    setFault(enter({ kind: 'standing', pit: piece.pit, pieces: [{ piece: id, from, to, extensions, frames }] }));
  };
  const release = () => {
    const read = parseLength(fill, bareUnit(job.units));
    if (!read.ok) return setFault(`Filled to, over the floor: ${read.error}`);
    setFault(enter({ kind: 'released', pieces: [piece.id], fill: read.value }));
  };
  return (
    <View role="listitem" style={{ borderTopWidth: 1, borderColor: colours.line, paddingVertical: 8, gap: 6 }}>
      <Text variant="titleSmall">
        {piece.name}: {STATES[piece.state]} {where}
        {pit ? ` in ${pit}` : ''}
        {built}
      </Text>
      {stands || piece.state === 'doubt' ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-end' }}>
          {piece.state === 'standing' && kit?.kind === 'shield' && piece.extensions < kit.extensions ? (
            <Button mode="outlined" onPress={() => again({ extensions: piece.extensions + 1 })}>
              One extension more
            </Button>
          ) : null}
          {piece.state === 'standing' && kit?.kind === 'sheets' ? (
            <Button mode="outlined" onPress={() => again({ frames: piece.frames + 1 })}>
              One frame more is loaded
            </Button>
          ) : null}
          {piece.state === 'standing' && kit?.kind === 'shores' ? (
            <>
              <View style={{ width: 150 }}>
                <TextField label={`${piece.name}: filled to`} value={fill} onText={setFill} placeholder={formatLength(0.6, job.units)} />
              </View>
              <Button mode="outlined" onPress={release}>
                Released
              </Button>
            </>
          ) : null}
          <Button mode="outlined" onPress={() => setFault(enter({ kind: 'takenOut', pieces: [piece.id] }))}>
            Taken out
          </Button>
        </View>
      ) : null}
      {piece.state === 'delivered' || piece.state === 'takenOut' ? (
        <Button
          mode="text"
          accessibilityLabel={`${piece.name} goes back`}
          onPress={() => setFault(enter({ kind: 'returned', pieces: [piece.id] }))}
        >
          Goes back
        </Button>
      ) : null}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </View>
  );
}
