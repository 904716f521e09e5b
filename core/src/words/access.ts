import { wayinNames } from '../catalogue';
import { formatMassOf } from '../units';
import { lengths, type Reader, type Said, type Sentences } from './said';
import type { FoundBy } from '../job';
import type { accessChecks } from '../clearance';

export const accessWords: Sentences<'access'> = {
  'access.gap': ({ severity, facts: { pinch, machine, needed, had, basis } }, reader) => ({
    ...(severity === 'stop'
      ? {
          what: `${pinch}: the ${machine} needs ${lengths(reader)(needed)} and there is ${lengths(reader)(had)}`,
          why: 'It does not go through.',
        }
      : {
          what: `${pinch}: ${lengths(reader)(had - needed)} to spare in all for the ${machine}`,
          why: 'One slip of a track and it touches. Measure it, and have somebody guide the driver.',
        }),
    basis: `W/2·cosθ + furthest lean of its outline, tracks in; ${basis.toLowerCase()}`,
  }),
  'access.bears': ({ severity, facts: { pinch, bears, mass, basis } }, { units }) =>
    severity === 'stop'
      ? {
          what: `${pinch}: bears ${formatMassOf(bears, units)}; the machine weighs ${formatMassOf(mass, units)}`,
          why: 'It may give way. Ask who owns it before anything heavy goes on.',
          basis: `Limit as posted or told; ${basis.toLowerCase()}`,
        }
      : {
          what: `${pinch}: ${formatMassOf(bears - mass, units)} below its limit`,
          why: 'Fuel, bucket, mud and the driver count too.',
          basis: 'Four fifths of the limit as a prompt',
        },
  'access.overhead': ({ severity, facts: { pinch, overhead, live, away, passing, reachUp, basis } }, reader) => {
    const show = lengths(reader);
    return {
      ...(severity === 'stop'
        ? {
            what: `${pinch}: ${show(overhead)} overhead; the machine and its distance take ${show(passing)}`,
            why: live ? 'A spark jumps before anything touches.' : 'It does not pass under.',
          }
        : {
            what: `${pinch}: boom and bucket down under ${show(overhead)}`,
            why: `Raised it reaches ${show(reachUp)}${live ? `, and ${show(away)} must stay clear` : ''}. No digging or dumping below it.`,
          }),
      basis: live ? reader.rules.overheadExclusion.basis : basis,
    };
  },
  'access.ground': ({ facts: { pinch, thrown } }) => ({
    ...(thrown
      ? { what: `${pinch}: loose gravel and a tight turn`, why: 'That throws a track. Turn wide, or lay mats.' }
      : { what: `${pinch}: ${wayinNames.soft.toLowerCase()} ground`, why: 'Lay mats, and mind the way out after rain.' }),
    basis: 'Usual practice',
  }),
};

/** What was found on the way in, in words. */
export const sayAccess = (finding: FoundBy<typeof accessChecks>, reader: Reader): Said =>
  (accessWords[finding.code] as (finding: FoundBy<typeof accessChecks>, reader: Reader) => Said)(finding, reader);
