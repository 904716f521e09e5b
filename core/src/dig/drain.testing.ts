import { blankJob } from '../job';
import { planRun } from '../plan/plan';
import { resolveRules } from '../rules';
import { levelRun, withInverts } from '../testing';

export const NOW = Date.parse('2026-11-02T12:00:00Z');
export const rules = resolveRules('UK');
export const job = blankJob('Yard', 'UK');
/** A drain that falls 1:80 from 9.2 to 8.7 over 40 m under ground at 10. */
export const run = withInverts({ ...levelRun({ length: 40 }), stations: [0, 40].map((station) => ({ station, ground: 10 })) }, 9.2, 8.7);
export const plan = planRun(job, run);
