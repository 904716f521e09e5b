import { evidences } from '../catalogue';
import { foundThings } from '../job';
import { formatStation } from '../units';
import { lengths, type Sentences } from './said';

export const clearanceWords: Sentences<'clearance'> = {
  'clearance.window': ({ facts: { length, names, evidence, guessed } }, reader) => ({
    what: `By hand or vacuum only for ${lengths(reader)(length)}: ${names.join(', ')}`,
    why: guessed
      ? 'Known from a drawing only: detect or expose it first, and the window shrinks.'
      : 'A mark is a best guess. Expose the line before any machine comes near.',
    basis: [reader.rules.locateTolerance.basis, ...new Set(evidence.map((one) => evidences[one].basis))].join('. '),
  }),
  'clearance.lost': ({ facts: { name, depth, by } }, reader) => ({
    what: `${name} not found down to ${lengths(reader)(depth)}`,
    why: 'It may be elsewhere; it is not proven absent. Stop, ask the locator again, and enter what comes of it.',
    basis: `Recorded by ${by}`,
  }),
  'clearance.found': ({ facts: { what, depth, note, by } }, reader) => ({
    what: `${foundThings[what].name} found${depth === null ? '' : `, ${lengths(reader)(depth)} down`}${note ? `: ${note}` : ''}`,
    why: `${foundThings[what].todo} Nobody digs there until somebody says what was done about it.`,
    basis: `Found by ${by}`,
  }),
  'clearance.clash': ({ severity, facts: { name, clearance, lines, of } }, reader) => ({
    what: `${name} ${severity === 'stop' ? 'is' : 'may be'} within ${lengths(reader)(clearance)} of ${of === 1 ? 'the new line' : lines.length === of ? 'the new lines' : lines.join(' and ')}`,
    why:
      severity === 'stop'
        ? 'The two cannot lie there together: change the level or ask the owner.'
        : 'Expose it before the levels are settled: they may have to pass over or under.',
    basis: reader.rules.lineClearance.basis,
  }),
  'clearance.bore': ({ facts: { name, station, pitted } }, { units }) => ({
    what: pitted
      ? `The bore passes ${name}: expose it in its trial pit and watch the bore go by`
      : `The bore passes ${name} at ${formatStation(station, units)} with nobody to see it`,
    why: 'A bore is steered blind. Lines it passes are exposed first, and watched.',
    basis: 'Usual practice of trenchless work; the line’s owner decides',
  }),
};
