import { compactorNames, fillTools, type FillTool } from '../book';
import {
  bareUnit,
  formatLength,
  formatPercent,
  formatStation,
  parseDecimal,
  parseLength,
  parsePercent,
  type Parsed,
  type UnitSystem,
} from '../units';
import type { FillRung, Ladder, LadderFault } from './ladder';
import type { FillTarget, FillVerdict } from './readings';
import type { ReuseLack } from './reuse';

/** What a tester reads, as its reader reads it. */
export const sayReading = (tool: FillTool, value: number, units: UnitSystem): string =>
  tool === 'penetration'
    ? `${formatLength(value, units, 'size')} a blow`
    : tool === 'density'
      ? formatPercent(value)
      : String(Number(value.toFixed(1)));

/** What was typed of a tester: a length a blow, a percentage, or a bare number. */
export const parseReading = (tool: FillTool, text: string, units: UnitSystem): Parsed =>
  tool === 'penetration' ? parseLength(text, bareUnit(units, 'size')) : tool === 'density' ? parsePercent(text) : parseDecimal(text, '');

export const sayTarget = ({ tool, sense, mean, each }: FillTarget, units: UnitSystem): string =>
  `${fillTools[tool]}: mean ${sense === 'least' ? 'at least' : 'up to'} ${sayReading(tool, mean, units)}, each ${sayReading(tool, each, units)}`;

/** What readings of a lift came to, in a line. */
export function sayFillVerdict(verdict: FillVerdict, units: UnitSystem): string {
  const { target, mean, worst, low } = verdict;
  if (!target) return 'Not read yet.';
  const said = `mean ${sayReading(target.tool, mean, units)}, worst ${sayReading(target.tool, worst, units)}`;
  const where = low.length > 0 ? ` Low at ${low.map((at) => formatStation(at, units)).join(', ')}.` : '';
  return `${fillTools[target.tool]}: ${said}; asked for ${sayReading(target.tool, target.mean, units)}, each ${sayReading(target.tool, target.each, units)}.${where}`;
}

/** One lift in a line: what, how thick, loose, by what, to which mark. */
export const sayRung = ({ thickness, loose, compactor, passes, top, mark }: FillRung, units: UnitSystem): string =>
  [
    `${formatLength(thickness, units, 'size')}${compactor ? ` from ${formatLength(loose, units, 'size')} loose` : ''}`,
    compactor ? `${compactorNames[compactor].toLowerCase()}, ${passes} passes` : 'not compacted',
    mark.from === 'bed' ? `to ${formatLength(mark.at, units, 'size')} over the bed` : `mark ${formatLength(Math.max(0, top), units)} down`,
  ].join(' · ');

export function sayLadderFault(fault: LadderFault, { rungs }: Ladder, units: UnitSystem): { what: string; why: string } {
  if (fault.code === 'noRoom')
    return {
      what: `Surface layers of ${formatLength(fault.asked, units, 'size')} do not fit: ${formatLength(fault.room, units, 'size')} is left over the fine fill`,
      why: 'Less fine fill, a thinner surface, or the line laid deeper: the plan has to say.',
    };
  const name = compactorNames[fault.compactor].toLowerCase();
  return {
    what: `A ${name} may not stand on lift ${fault.rung + 1} of ${rungs.length}: ${formatLength(Math.max(0, fault.over), units, 'size')} over the line, it needs ${formatLength(fault.cover, units, 'size')}`,
    why: `Bring the fine fill to ${formatLength(fault.fine, units, 'size')} over the line first, or put that lift in by hand tamper.`,
  };
}

export const reuseWords: Record<ReuseLack, string> = {
  foreign: 'What does not belong in it goes away, and so does what it is mixed with.',
  stones: 'Stones are too large: pick them out, or bring other fill.',
  wet: 'It is too wet to compact: spread it to dry, or bring other fill.',
  dry: 'It is too dry to compact: water it first.',
};
