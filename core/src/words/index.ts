import { spanOf, stopsAmong, type Job } from '../job';
import type { OrderFinding } from '../order';
import type { PlanFinding } from '../plan/checks';
import { resolveRules } from '../rules';
import { figuresIn, formatStretch } from '../units';
import { accessWords } from './access';
import { alignmentWords } from './alignment';
import { boringWords } from './boring';
import { clearanceWords } from './clearance';
import { groundWords } from './ground';
import { machineWords } from './machine';
import { orderWords } from './order';
import { protectionWords } from './protection';
import { drainWords, houseWords, loopsWords } from './purposes';
import type { Reader, Said } from './said';
import { spoilWords } from './spoil';
import { trenchWords } from './trench';

export type { Reader, Said } from './said';
export { sayFix } from './fixes';
export { sayPlace } from './places';
export { faultWords } from './protection';

const sentences = {
  ...clearanceWords,
  ...alignmentWords,
  ...boringWords,
  ...trenchWords,
  ...drainWords,
  ...houseWords,
  ...loopsWords,
  ...protectionWords,
  ...machineWords,
  ...spoilWords,
  ...accessWords,
  ...groundWords,
  ...orderWords,
};

/** Anything that may be said: by the plan, the way in, the ground's tests or the order. */
export type Sayable = PlanFinding | OrderFinding;

/** A finding in words, as its reader reads them. Every sentence about a plan is made here, of its code and facts. */
export const say = (finding: Sayable, reader: Reader): Said => {
  const said = (sentences[finding.code] as (finding: Sayable, reader: Reader) => Said)(finding, reader);
  return { ...said, basis: figuresIn(said.basis, reader.units) };
};

/** What a plan says STOP to, in the order of its findings: what, and where. */
export const sayStops = (findings: readonly Sayable[], reader: Reader): string[] =>
  stopsAmong(findings).map((finding) => {
    const span = spanOf(finding);
    return [say(finding, reader).what, ...(span ? [formatStretch(span, reader.units)] : [])].join(', ');
  });

/** The reader of a job's own units and rules. */
export const readerOf = ({ units, ruleSet, overrides }: Pick<Job, 'units' | 'ruleSet' | 'overrides'>): Reader => ({
  units,
  rules: resolveRules(ruleSet, overrides),
});
