import { beddings } from '../catalogue';
import { soilName } from '../ground/classify';
import type { Fix, FixCode, FixFacts } from '../job';
import { figuresIn, formatBatter, formatBatterRatio, formatGradient, formatStation } from '../units';
import { lengths, type Reader } from './said';

const HOLD = { shield: 'Use a shield', shores: 'Use shores', sheets: 'Use sheets' } as const;
const SPOIL = { left: 'Spoil on the left', right: 'Spoil on the right', both: 'Spoil on both sides' } as const;

/** What the button of every fix says, by its facts. */
const labels: { [K in FixCode]: (facts: FixFacts[K], reader: Pick<Reader, 'units'>) => string } = {
  batter: ({ ratio }) => `Batter ${formatBatter(ratio)}`,
  batterAbove: ({ ratio }) => `Batter ${formatBatterRatio(ratio)} above it`,
  slopeThere: ({ from, to, ratio }, { units }) =>
    `Batter ${formatBatterRatio(ratio)} from ${formatStation(from, units)} to ${formatStation(to, units)}`,
  uprightSides: () => 'Vertical sides',
  hold: ({ by, name }, { units }) => `${HOLD[by]}: ${figuresIn(name, units)}`,
  takeKit: ({ name }, { units }) => figuresIn(name, units),
  planFor: ({ soil }) => `Plan for ${soilName(soil)}`,
  pitLong: ({ length }, reader) => `Make the pit ${lengths(reader)(length)} long`,
  keepOpen: ({ length }, reader) => `Keep ${lengths(reader)(length)} open at once`,
  widen: ({ width }, reader) => `Widen to ${lengths(reader)(width)}`,
  narrow: ({ width }, reader) => `Narrow to ${lengths(reader)(width)}`,
  planWide: ({ width }, reader) => `Plan ${lengths(reader)(width)} wide`,
  layAtFall: ({ fall }, { units }) => `Fall ${formatGradient(fall, units)}`,
  cover: ({ cover }, reader) => `Cover ${lengths(reader)(cover)}`,
  dig: ({ depth }, reader) => `Dig ${lengths(reader)(depth)} deep`,
  lower: ({ by }, reader) => `Lower the line by ${lengths(reader)(by)}`,
  tidy: () => 'Tidy: move them apart',
  bed: ({ thickness }, reader) => `Bed ${lengths(reader)(thickness, 'size')}`,
  bedOf: ({ material }, { units }) => figuresIn(beddings[material].name, units),
  tracer: () => 'Lay a tracer wire',
  fabric: () => 'Wrap it in fabric',
  asUsual: () => 'Lay it as usual for its kind',
  tape: () => 'Lay the tape asked for',
  chamberThere: () => 'Put a chamber there',
  trialPit: () => 'Trial pit there',
  jointBay: () => 'Dig a bay for each joint',
  digOpen: () => 'Dig it open',
  digFrom: ({ end }) => `Dig from the ${end}`,
  setBack: ({ setback }, reader) => `Set back ${lengths(reader)(setback)}`,
  takeLine: ({ name }, { units }) => `Take ${figuresIn(name, units)}`,
  sleeve: ({ bore }, reader) => `Sleeve ${lengths(reader)(bore, 'size')}`,
  valves: ({ by }) => (by === 'pairs' ? 'Valves by pairs' : 'A valve for each loop'),
  reverseReturn: () => 'Return from the other end',
  spoilOn: ({ side }) => SPOIL[side],
};

/** What the button of a fix says. */
export const sayFix = (fix: Fix, reader: Pick<Reader, 'units'>): string =>
  (labels[fix.code] as (facts: Fix['facts'], reader: Pick<Reader, 'units'>) => string)(fix.facts, reader);
