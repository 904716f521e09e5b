import { formatStation, parseStation, reachEnd, type Reach } from '@tamper/core';
import { Button, Text } from 'react-native-paper';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields } from '../fields';

/** Reaches: stretches of the run that are dug alike. */
export function ReachEditor() {
  const { job, run, reachIndex, cursor, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const to = reachEnd(run, reachIndex);
  const at = (station: number) => formatStation(station, job.units);
  const canSplit = cursor > reach.from + 0.01 && cursor < to - 0.01;
  const split = () =>
    apply([{ path: ['reaches'], value: run.reaches.toSpliced(reachIndex + 1, 0, { ...reach, from: Math.round(cursor * 100) / 100 }) }]);
  const join = () => apply([{ path: ['reaches'], value: run.reaches.toSpliced(reachIndex, 1) }]);
  return (
    <>
      <Text>
        Reach {reachIndex + 1} of {run.reaches.length}, from {at(reach.from)} to {at(to)}. Walls, width, bed and guard are set reach by
        reach.
      </Text>
      {reachIndex > 0 ? (
        <Fields>
          <QuantityField
            label="Starts at"
            value={reach.from}
            format={at}
            parse={(text) => parseStation(text, job.units)}
            onValue={(from) => apply([{ path: ['reaches', reachIndex, 'from'], value: from }], `reach.${reachIndex}`)}
          />
        </Fields>
      ) : null}
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
