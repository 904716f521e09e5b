import { utilityMarks, families } from '@tamper/core/catalogue';
import type { Job, Reach } from '@tamper/core/job';
import type { Offer, Offers } from '@tamper/core/trench';
import { formatArea } from '@tamper/core/units';
import { useState } from 'react';
import { Divider } from 'react-native-paper';
import { Text } from '../../../ui/Text';
import Svg, { Circle, Line, Path } from '../../../drawing/svg';
import { ScaleBar } from '../../../drawing/ScaleBar';
import { Label } from '../../../drawing/Dimension';
import { fitToScale } from '../../../drawing/fit';
import { colours, ground } from '../../../theme/tokens';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { Notice } from '../../../ui/Notice';
import { Progress } from '../../../ui/Progress';
import { View } from '../../../ui/View';
import { useTask } from '../../../workers/useTask';
import { useRunEdit } from '../context';

/** Looks for the arrangement of the lines here with the least digging, and shows the best three. */
export function Arranger() {
  const { job, run, reachIndex, cursor, apply } = useRunEdit();
  const { task, start, cancel } = useTask<Offers>();
  const [asked, setAsked] = useState<unknown>();
  const [fault, setFault] = useState<string>();
  const find = () => {
    setFault(undefined);
    setAsked(run);
    start((remote, onProgress) => remote.arrange(job, run, reachIndex, cursor, onProgress));
  };
  const take = (offer: Offer) => {
    const refused = apply(offer.patches);
    setFault(refused);
    if (refused === undefined) setAsked(undefined);
  };
  const fresh = asked === run;
  return (
    <View style={{ gap: 8 }}>
      {task.kind === 'running' ? (
        <Progress share={task.share} what={task.what} onCancel={cancel} />
      ) : (
        <Button mode="contained" icon="find" onPress={find}>
          Arrange with least digging
        </Button>
      )}
      {task.kind === 'failed' ? <Faults title="No arrangement" faults={task.errors.map(({ message }) => message)} /> : null}
      <Faults title="Not taken" faults={fault ? [fault] : []} />
      {task.kind === 'done' && asked !== undefined && !fresh ? (
        <Notice kind="caution" title="The run has changed since: arrange again." />
      ) : null}
      {task.kind === 'done' && fresh
        ? task.value.offers.map((offer, index) => (
            <OneOffer
              key={index}
              offer={offer}
              rank={index}
              present={task.value.present}
              job={job}
              reach={run.reaches[reachIndex] as Reach}
              onTake={() => take(offer)}
            />
          ))
        : null}
    </View>
  );
}

const RANKS = ['Best', 'Second best', 'Third best'];

function OneOffer({
  offer,
  rank,
  present,
  job,
  reach,
  onTake,
}: {
  offer: Offer;
  rank: number;
  present: number;
  job: Job;
  reach: Reach;
  onTake: () => void;
}) {
  const { area } = offer;
  const name = RANKS[rank] ?? '';
  return (
    <View role="group" aria-label={name} style={{ gap: 4 }}>
      <Divider />
      <View style={{ flexDirection: 'row', gap: 10 }}>
        <Sketch offer={offer} job={job} reach={reach} />
        <View style={{ flex: 1, gap: 2 }}>
          <Text variant="titleSmall">
            {name}: {formatArea(area, job.units)} of trench
          </Text>
          <Text variant="bodySmall">Now {formatArea(present, job.units)}</Text>
          <Text variant="bodySmall">Wide {offer.width}.</Text>
          <Text variant="bodySmall">Deep {offer.depth}.</Text>
        </View>
      </View>
      {offer.order.map((step, i) => (
        <Text key={step} variant="bodySmall">
          {i + 1}. {step}
        </Text>
      ))}
      <Button mode="outlined" onPress={onTake} accessibilityLabel={`Take: ${name}`}>
        Lay them so
      </Button>
    </View>
  );
}

const SIZE = { width: 120, height: 130, pad: { left: 6, right: 6, top: 8, bottom: 6 } };

/** The arrangement to scale: the trench up to the ground, and the lines by their letters. */
function Sketch({ offer: { arrangement, lines }, job, reach }: { offer: Offer; job: Job; reach: Reach }) {
  const { width, depth, places } = arrangement;
  const half = width / 2;
  const side = (wall: Reach['left']) => half + (wall.kind === 'batter' ? wall.ratio * depth : 0);
  const [left, right] = [side(reach.left), side(reach.right)];
  const view = fitToScale({ left: -left - 0.1, right: right + 0.1, bottom: -depth - 0.05, top: 0.05 }, SIZE);
  const points = [
    [-left, 0],
    [-half, -depth],
    [half, -depth],
    [right, 0],
  ] as const;
  return (
    <Svg width={SIZE.width} height={SIZE.height} aria-hidden>
      <Path d={`M${points.map(([x, y]) => `${view.x(x)} ${view.y(y)}`).join('L')}Z`} fill={ground.void} stroke={ground.soilLine} />
      <Line x1={0} x2={SIZE.width} y1={view.y(0)} y2={view.y(0)} stroke={ground.soilLine} strokeWidth={2} />
      {lines.map(({ product }, i) => {
        const place = places[i];
        if (!place) return null;
        const mark = utilityMarks[families[product.family].mark];
        const [cx, cy] = [view.x(place.x), view.y(-place.top - product.od / 2)];
        const r = Math.max(4, (product.od / 2) * view.scale);
        return [
          <Circle key={`c${i}`} cx={cx} cy={cy} r={r} fill={mark.colour[job.ruleSet]} stroke={colours.ink} />,
          <Label key={`l${i}`} x={cx} y={cy - r - 2} size={11} text={mark.letter} />,
        ];
      })}
      <ScaleBar x={6} y={SIZE.height - 8} scale={view.scale} units={job.units} most={40} />
    </Svg>
  );
}
