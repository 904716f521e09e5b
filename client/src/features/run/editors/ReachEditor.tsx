import { blankPit, boresOf, formatLength, formatStation, parseStation, reachEnd, type Bored, type Reach } from '@tamper/core';
import { Text } from 'react-native-paper';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { PitFields } from './PitFields';

const START: Bored = { kind: 'bored', bore: 0.16, rod: 1.5, launch: blankPit(2.5, 1.2), receiving: blankPit(1.5, 1.2) };

/** Dug open, or bored between two pits. */
function MethodFields() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const { id, from, method } = run.reaches[reachIndex] as Reach;
  const path = ['reaches', id, 'method'];
  const bore = boresOf(run).find(({ reach }) => reach === id);
  const choose = (kind: 'open' | 'bored') =>
    kind === method.kind ? undefined : apply([{ path, value: kind === 'open' ? { kind } : START }]);
  return (
    <>
      <Choice
        label="This reach is"
        value={method.kind}
        options={[
          { value: 'open', label: 'Dug open' },
          { value: 'bored', label: 'No-dig: bored' },
        ]}
        onChange={choose}
      />
      {method.kind === 'bored' ? (
        <>
          <Fields>
            <LengthField label="Bore" value={method.bore} path={[...path, 'bore']} style="size" />
            <LengthField label="Length of a rod" value={method.rod} path={[...path, 'rod']} />
          </Fields>
          {bore ? (
            <Text>
              {formatLength(Math.max(0, bore.length), job.units, 'span')} to bore between the pits: {bore.rods} rods.
            </Text>
          ) : null}
          <Text variant="titleSmall">Launch pit</Text>
          <PitFields pit={method.launch} path={[...path, 'launch']} station={from} />
          <Text variant="titleSmall">Receiving pit</Text>
          <PitFields pit={method.receiving} path={[...path, 'receiving']} station={reachEnd(run, reachIndex)} />
        </>
      ) : null}
    </>
  );
}

/** Reaches: stretches of the run that are dug alike. */
export function ReachEditor() {
  const { job, run, reachIndex, cursor, apply, setCursor } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const to = reachEnd(run, reachIndex);
  const at = (station: number) => formatStation(station, job.units);
  const canSplit = cursor > reach.from + 0.01 && cursor < to - 0.01;
  const split = () =>
    apply([
      {
        path: ['reaches'],
        value: run.reaches.toSpliced(reachIndex + 1, 0, { ...reach, id: newId(), from: Math.round(cursor * 100) / 100 }),
      },
    ]);
  const join = () => apply([{ path: ['reaches', reach.id], value: undefined }]);
  /** The cursor goes along with a start moved past it: else the field would be another reach's while one still types. */
  const startAt = (from: number) => {
    const fault = apply([{ path: ['reaches', reach.id, 'from'], value: from }], `reach.${reach.id}`);
    if (fault === undefined && from > cursor) setCursor(from);
    return fault;
  };
  return (
    <>
      <Text>
        Reach {reachIndex + 1} of {run.reaches.length}, from {at(reach.from)} to {at(to)}. Walls, width, bed and protection are set reach by
        reach.
      </Text>
      {reachIndex > 0 ? (
        <Fields>
          <QuantityField
            label="Starts at"
            value={reach.from}
            format={at}
            parse={(text) => parseStation(text, job.units)}
            onValue={startAt}
          />
        </Fields>
      ) : null}
      <MethodFields />
      <Button mode="contained-tonal" icon="split" disabled={!canSplit} onPress={split}>
        New reach from {at(cursor)}
      </Button>
      {reachIndex > 0 ? (
        <Button icon="trash" onPress={join}>
          Join to the reach before
        </Button>
      ) : null}
    </>
  );
}
