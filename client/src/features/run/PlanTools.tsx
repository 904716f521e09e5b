import { extent, project, routeOf, type PlanPoint } from '@tamper/core/alignment';
import { addPoint, movePoint, removePoint } from '@tamper/core/routeEdits';
import { existingMetAt, MAX_COORDINATE, type Patch, type Run } from '@tamper/core/job';
import { bareUnit, formatLength, parseLength } from '@tamper/core/units';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import type { PlanTool } from '../../drawing/PlanDrawing';
import { newId } from '../../data/newId';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import { useRunEdit } from './context';

type Put = (patches: readonly Patch[], tag?: string) => string | undefined;

/** What a touch on the plan does: moves the cursor, puts a point into the line, or an existing line across it. */
export function touched(
  run: Run,
  tool: PlanTool,
  point: PlanPoint,
): { cursor?: number; patches?: Patch[]; selected?: number; line?: boolean } {
  const { start, end } = extent(run);
  const station = Math.min(end, Math.max(start, Math.round(project(run, point).station * 100) / 100));
  if (tool === 'points') {
    const { patches, index } = addPoint(run, point);
    return { patches, selected: index };
  }
  if (tool === 'line')
    return {
      patches: [{ path: ['existing'], value: [...run.existing, existingMetAt(run, station, newId())] }],
      cursor: station,
      line: true,
    };
  return { cursor: station };
}

interface Props {
  tool: PlanTool;
  onTool: (tool: PlanTool) => void;
  selected: number | undefined;
  onSelected: (index: number | undefined) => void;
  onBranch: () => void;
}

/** What one does on the plan, and the coordinates of the point one holds. */
export function PlanTools({ tool, onTool, selected, onSelected, onBranch }: Props) {
  const { job, run, apply } = useRunEdit();
  const route = routeOf(run);
  const point = selected === undefined ? undefined : route[selected];
  const along = run.route.length > 1 ? 'drawn' : 'straight until you draw it';
  return (
    <Card title="Plan">
      <Choice
        label="A touch moves the cursor, or adds a bend or an existing line"
        value={tool}
        options={[
          { value: 'look', label: 'Cursor' },
          { value: 'points', label: 'Bend' },
          { value: 'line', label: 'Line' },
        ]}
        onChange={onTool}
      />
      <Text variant="bodySmall">
        {formatLength(extent(run).length, job.units, 'span')} long, {along}. Drag bends to move them; stations, chambers and lines go along
        with their leg.
      </Text>
      {tool === 'points' && point && selected !== undefined ? (
        <PointFields point={point} index={selected} run={run} put={apply} onSelected={onSelected} units={job.units} />
      ) : null}
      <Button mode="outlined" icon="split" onPress={onBranch}>
        Branch from the cursor
      </Button>
    </Card>
  );
}

function PointFields({
  point,
  index,
  run,
  put,
  onSelected,
  units,
}: {
  point: PlanPoint;
  index: number;
  run: Run;
  put: Put;
  onSelected: (index: number | undefined) => void;
  units: 'metric' | 'us';
}) {
  const move = (next: PlanPoint) => {
    if (Math.abs(next.x) > MAX_COORDINATE || Math.abs(next.y) > MAX_COORDINATE) return 'Coordinates go to ±10,000 km from the origin.';
    const patches = movePoint(run, index, next);
    return patches.length === 0 ? 'That is where its neighbour is.' : put(patches, `point.${index}`);
  };
  const field = (label: string, key: 'x' | 'y') => (
    <QuantityField
      label={label}
      value={point[key]}
      format={(metres) => formatLength(metres, units, 'level')}
      parse={(text) => parseLength(text, bareUnit(units))}
      onValue={(metres) => move({ ...point, [key]: metres })}
    />
  );
  return (
    <View style={{ gap: 6 }}>
      <Text variant="titleSmall">Point {index + 1}</Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {field('East', 'x')}
        {field('North', 'y')}
      </View>
      <Button
        icon="trash"
        disabled={routeOf(run).length <= 2}
        onPress={() => {
          if (put(removePoint(run, index)) === undefined) onSelected(undefined);
        }}
      >
        Take this point out
      </Button>
    </View>
  );
}
