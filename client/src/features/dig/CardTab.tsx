import {
  AHEAD,
  checkAt,
  cardLines,
  digCard,
  nextStation,
  offWords,
  ONE_STATION,
  readyWords,
  sightNames,
  STOP_WORDS,
  wayOf,
  type DigCard,
} from '@tamper/core/dig';
import { extent } from '@tamper/core/alignment';
import { FOOT, formatLength, formatStation } from '@tamper/core/units';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { IconButton } from '../../ui/IconButton';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { jobPath, runPath } from '../frame/places';
import { useCursor, useWhere } from '../frame/session';
import { useDigGate } from '../frame/useDigGate';
import { useSite } from '../site/context';
import { ToIssue } from '../site/ToIssue';
import { useDig } from './context';
import { UnknownCard } from './UnknownCard';

/** One step of the thumb, metres. */
const STEP = { metric: 1, us: 3 * FOOT } as const;

/** The card in the cab: what to dig here and as far ahead as one looks, and what to heed. */
export function CardTab() {
  const { job, run, plan, rules } = useSite();
  const { levels } = useDig();
  const { look } = useWhere();
  const chosen = useCursor().cursor;
  const { units } = job;
  const { designs, inForce, last } = levels;
  const ends = extent(run);
  const way = wayOf(run);
  const station = chosen ?? last?.station ?? (way === 1 ? ends.start : ends.end);
  const card = useMemo(
    () => digCard({ job, run, plan, designs, instrument: inForce }, station, AHEAD[units]),
    [job, run, plan, designs, inForce, station, units],
  );
  const move = (by: 1 | -1) =>
    look({ cursor: nextStation(station, STEP[units], by * way === 1 ? 'up' : 'down', [{ from: ends.start, to: ends.end }]) });
  return (
    <View style={{ gap: 12 }}>
      <MayDig />
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
        <IconButton icon="back" accessibilityLabel="Back along the dig" onPress={() => move(-1)} style={BIG} />
        <View style={{ flex: 1, alignItems: 'center' }}>
          <Text testID="number-Station" variant="headlineLarge">
            {formatStation(station, units)}
          </Text>
        </View>
        <IconButton icon="next" accessibilityLabel="On along the dig" onPress={() => move(1)} style={BIG} />
      </View>
      {card ? <Figures card={card} /> : <Notice kind="note" title="Nothing is dug open here by this plan" />}
      {card
        ? cardLines(card, rules, units).map(({ id, about, says, heed }) => (
            <View
              key={id}
              style={{
                flexDirection: 'row',
                gap: 10,
                paddingVertical: 8,
                paddingHorizontal: 12,
                borderRadius: 8,
                ...(id === 'stop' ? LOOK.stop : heed ? LOOK.heed : LOOK.plain),
                borderLeftWidth: 5,
              }}
            >
              <Text variant="titleSmall" style={{ width: 104 }}>
                {about}
              </Text>
              <Text style={{ flex: 1 }}>{says}</Text>
            </View>
          ))
        : null}
      <Notice kind="stop" title={STOP_WORDS} />
      <UnknownCard station={station} />
      <Steps last={last && Math.abs(last.station - station) > ONE_STATION ? last.station : undefined} />
    </View>
  );
}
const LOOK = {
  stop: { backgroundColor: colours.stopWash, borderColor: colours.stop },
  heed: { backgroundColor: colours.cautionWash, borderColor: colours.caution },
  plain: { backgroundColor: colours.paper, borderColor: colours.line },
} as const;
const BIG = { width: 72, height: 56, borderWidth: 1, borderColor: colours.faded, borderRadius: 10 } as const;

/** Where one goes from the card: the level of what was dug, and where the last one was. */
function Steps({ last }: { last: number | undefined }) {
  const { job, jobId, runId } = useSite();
  const { look } = useWhere();
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
      <Button mode="contained" icon="measure" onPress={() => router.navigate(runPath(jobId, runId, 'dig/level'))}>
        Enter a level
      </Button>
      {last === undefined ? null : (
        <Button mode="outlined" onPress={() => look({ cursor: last })}>
          {`To the last level, ${formatStation(last, job.units)}`}
        </Button>
      )}
    </View>
  );
}

/** NO, as long as the gate Clear to dig is shut or the machine is not ready; with what it hangs on. */
function MayDig() {
  const { job, jobId, runId, rules, force } = useSite();
  const { lacks } = useDig().ready;
  const gate = useDigGate();
  if (!force) return <Notice kind="stop" role="alert" title="NO: no plan is issued" />;
  const shut = gate?.open ? undefined : gate;
  const [lack] = lacks;
  const stops = shut?.reasons.filter(({ state }) => state === 'stop') ?? [];
  // What the papers and the draft say is told where it is mended; what is for want of an issue, only here.
  const byIssue = stops.filter(({ issued }) => issued !== undefined);
  const [stop, ...rest] = stops.filter(({ issued }) => issued === undefined);
  if (!shut && !lack) return null;
  const more = (count: number) => (count > 0 ? `, and ${count} more` : '');
  const about = lack?.about === 'sensors' ? 'sensors' : 'machine';
  return (
    <Notice
      kind="stop"
      role="alert"
      title={`NO: ${[...(shut ? ['Clear to dig is shut'] : []), ...(lack ? ['the machine is not ready'] : [])].join(', and ')}`}
    >
      {stop ? (
        <Text>
          {stop.what}
          {more(rest.length)}.
        </Text>
      ) : null}
      {byIssue.slice(0, 3).map(({ id, what }, i) => (
        <Text key={id}>
          {what}
          {i === 2 ? more(byIssue.length - 3) : ''}.
        </Text>
      ))}
      {lack ? (
        <Text>
          {readyWords(lack, rules, job.units).what}
          {more(lacks.length - 1)}.
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {stop ? (
          <Button mode="outlined" onPress={() => router.navigate(`${jobPath(jobId)}/clear`)}>
            What it hangs on
          </Button>
        ) : null}
        {byIssue.length > 0 ? <ToIssue /> : null}
        {lack ? (
          <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, `setout/${about}`))}>
            {about === 'sensors' ? 'To the sensors' : 'To the machine'}
          </Button>
        ) : null}
      </View>
    </Notice>
  );
}

/** The figures one digs by: huge, and what they come to as far ahead as one looks. */
function Figures({ card }: { card: DigCard }) {
  const { job } = useSite();
  const { near, inForce } = useDig().levels;
  const { units } = job;
  const sight = inForce ? sightNames[inForce.kept.entry.fact.means].column : '';
  const there = checkAt(near(card.station), card.station, 'bottom', null);
  const level = (metres: number) => formatLength(metres, units, 'level');
  return (
    <View style={{ gap: 4 }}>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Figure
          label="Down from the ground"
          value={level(card.cut)}
          ahead={card.cutAhead === undefined ? undefined : level(card.cutAhead)}
          card={card}
        />
        {card.reading === undefined ? (
          <Figure
            label="Level of the bottom"
            value={level(card.design.bottom)}
            ahead={card.ahead && level(card.ahead.bottom)}
            card={card}
          />
        ) : (
          <Figure
            label={sight}
            value={level(card.reading)}
            ahead={card.readingAhead === undefined ? undefined : level(card.readingAhead)}
            card={card}
          />
        )}
      </View>
      {there ? (
        <Text role="status" variant="titleSmall" style={{ color: there.good ? colours.good : colours.stop }}>
          Found here: {offWords(there.off, units)}
        </Text>
      ) : null}
    </View>
  );
}

function Figure({ label, value, ahead, card }: { label: string; value: string; ahead: string | undefined; card: DigCard }) {
  const { units } = useSite().job;
  return (
    <View style={{ flex: 1, padding: 10, borderRadius: 8, backgroundColor: colours.paper, borderWidth: 1, borderColor: colours.line }}>
      <Text variant="labelMedium">{label}</Text>
      <Text testID={`number-${label}`} variant="displaySmall" style={{ color: colours.clay }}>
        {value}
      </Text>
      <Text variant="bodySmall">{ahead === undefined ? 'ends before' : `${ahead} at ${formatStation(card.to, units)}`}</Text>
    </View>
  );
}
