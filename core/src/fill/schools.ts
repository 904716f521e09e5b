import { fillSchoolIds, type CompactorId, type FillSchool } from '../book';
import type { GroundId } from '../catalogue';
import type { Rules } from '../rules';
import { compactorOf } from './compactors';
import { crownOf, fillLadder, sinksCompacted, type FillWay, type Ladder } from './ladder';
import type { FillSection } from './section';

/** What a way to fill costs and leaves. Hours of the crew for a metre of trench; settlement in metres at the section. */
export interface FillCost {
  school: FillSchool;
  ladder: Ladder;
  hours: number;
  settles: number;
}

/** Fill spread by the machine and trimmed by hand, m³ an hour; and poured. Source: usual on site. */
const SPREAD = 8;
const POURED = 20;
/** A reading and its photo, hours; thin lifts have one each. */
const READING = 0.08;
/** A reading serves so many metres of a lift. */
const READ_EVERY = 10;

/** Hours of the crew for a metre of a ladder. */
export function fillHours({ rungs }: Ladder, width: number, way: Pick<FillWay, 'school'>, rules: Rules): number {
  return rungs.reduce((hours, { thickness, loose, compactor, passes }) => {
    const spread = (loose * width) / (way.school === 'flow' ? POURED : SPREAD);
    const compacted = compactor ? (width * passes) / compactorOf(compactor, rules).rate : 0;
    const read = way.school === 'thin' && compactor && thickness > 0 ? READING / READ_EVERY : 0;
    return hours + spread + compacted + read;
  }, 0);
}

/** How far the surface of a ladder sinks in the end, metres. */
export function settlementOf({ rungs }: Ladder, way: Pick<FillWay, 'school'>, ground: GroundId): number {
  const compacted = rungs.reduce((sum, { thickness, compactor }) => sum + (compactor ? thickness : 0), 0);
  const share = way.school === 'crown' ? sinksCompacted.thick : sinksCompacted[way.school];
  return compacted * share + (way.school === 'flow' ? 0 : crownOf(rungs, ground));
}

/** The schools beside one another at a section. */
export const fillSchoolsAt = (section: FillSection, compactor: CompactorId, ground: GroundId, rules: Rules): FillCost[] =>
  fillSchoolIds.map((school) => {
    const way: FillWay = { school, compactor, first: 'asIs' };
    const ladder = fillLadder([section], way, ground, rules);
    return { school, ladder, hours: fillHours(ladder, section.width, way, rules), settles: settlementOf(ladder, way, ground) };
  });
