import { protections } from '../catalogue';
import type { Rules } from '../rules';
import { isPit, placeKindName } from '../trench/places';
import { passWords } from '../trench/buckets';
import { sayStops } from '../words';
import { figuresIn, formatBatterRatio, formatLength, formatStation, formatStretch, type UnitSystem } from '../units';
import type { DigCard } from './card';

/** One line of the card: what it is about, what it says, and whether it is to be heeded before the next bucket. */
export interface CardLine {
  id: 'stop' | 'hand' | 'layer' | 'bucket' | 'place' | 'heap' | 'walls' | 'pits' | 'people';
  about: string;
  says: string;
  heed: boolean;
}

const whole = (metres: number, units: UnitSystem): string => formatLength(metres, units, 'span');

/** Everything on the card below its figures, in the order somebody in the cab needs it. */
export function cardLines(card: DigCard, rules: Rules, units: UnitSystem): CardLine[] {
  const { hand, passes, place, hole, pits, heap, setback, gaps, suspect, swing } = card;
  const lines: CardLine[] = [];
  const stops = sayStops(card.findings, { rules, units });
  if (stops.length > 0) lines.push({ id: 'stop', about: 'The plan: STOP', says: stops.join('. '), heed: true });
  if (hand)
    lines.push({
      id: 'hand',
      about: hand.away > 0 ? `By hand in ${whole(hand.away, units)}` : 'By hand here',
      says: `${formatStretch(hand, units)}${hand.lines.length > 0 ? `: ${hand.lines.join(', ')}` : ': no machine gets to it'}`,
      heed: true,
    });
  lines.push({
    id: 'layer',
    about: 'Layer',
    says: `No more than ${formatLength(rules.spadeDepth.value ?? 0, units)} at a time, and look: tape, tiles, clean sand, anything that is not ground`,
    heed: false,
  });
  lines.push({
    id: 'bucket',
    about: 'Bucket',
    says: passes
      ? `${passWords(passes, units)}: ${formatLength(card.design.width, units)} wide`
      : `No bucket to hand digs ${formatLength(card.design.width, units)}`,
    heed: !passes,
  });
  lines.push({
    id: 'place',
    about: place ? `Place ${place.number} of ${place.of}` : 'Place',
    says: place
      ? `Move at ${formatStation(place.moveAt, units)}, in ${whole(place.moveIn, units)}`
      : 'The machine does not dig here from any of its places',
    heed: !place,
  });
  const side = heap === 'both' ? 'Both sides' : heap === 'left' ? 'Left' : 'Right';
  lines.push({
    id: 'heap',
    about: 'Heap',
    says: [
      `${side}, ${formatLength(setback, units)} from the lip`,
      ...gaps.map((gap) => `none ${formatStretch(gap, units)}`),
      ...suspect.map((range) => `suspect ground apart, ${formatStretch(range, units)}`),
    ].join('; '),
    heed: suspect.length > 0,
  });
  lines.push({ id: 'walls', about: 'Walls', says: wallWords(card, units), heed: hole.sides.protection !== 'none' });
  if (pits.length > 0)
    lines.push({
      id: 'pits',
      about: pits.length === 1 ? 'Pit ahead' : 'Pits ahead',
      says: pits
        .map((pit) => `${pit.name || placeKindName(pit.kind)} ${formatStretch(pit, units)}, ${formatLength(pit.deepest.depth, units)} deep`)
        .join('; '),
      heed: pits.some(isPit),
    });
  lines.push({
    id: 'people',
    about: 'On foot',
    says: `Nobody within ${whole(swing, units)} of the machine${hole.sides.entry ? '; in the hole only where the gate says so' : '; nobody goes into this hole'}`,
    heed: false,
  });
  return lines;
}

/** What holds the walls of the hole at this station. */
function wallWords({ hole, support }: DigCard, units: UnitSystem): string {
  const { protection, left, right } = hole.sides;
  if (protection !== 'none') {
    const name = support?.kit ? figuresIn(support.kit.name, units) : protections[protection].name;
    return `${name}${support && support.height > 0 ? `, ${formatLength(support.height, units)} high` : ''}`;
  }
  const side = (wall: typeof left): string =>
    wall.kind === 'vertical'
      ? 'upright'
      : wall.kind === 'batter'
        ? `${formatBatterRatio(wall.ratio)}${wall.foot ? ` over ${formatLength(wall.foot, units)} upright` : ''}`
        : `benched, ${formatLength(wall.riser, units)} high and ${formatLength(wall.tread, units)} wide`;
  return side(left) === side(right) ? `Both sides ${side(left)}` : `Left ${side(left)}, right ${side(right)}`;
}

/** What is called when anything is wrong: anybody may. */
export const STOP_WORDS = '“Stop” from anybody: bucket down, hands off, look.';
