import { protectionIds, protections, type Protection, type SoilClass } from '@tamper/core/catalogue';
import type { PathStep, Sides } from '@tamper/core/job';
import { protectedBy, tablesOf, tableTaken } from '@tamper/core/protection';
import { resolveRules } from '@tamper/core/rules';
import { figuresIn, formatHours, parseDecimal } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { Choice } from '../../../ui/Choice';
import { OptionalField } from '../../../ui/OptionalField';
import { Picker } from '../../../ui/Picker';
import { useRunEdit } from '../context';

const HELD: Record<Protection, string> = { none: 'None', shield: 'Shield', shores: 'Shores', sheets: 'Sheets' };

interface Props {
  label: string;
  /** Where the sides stand among the run's inputs. */
  path: readonly PathStep[];
  sides: Sides;
  soil: SoilClass;
  /** Its clear width, and the key of that. */
  width: number;
  widthKey: 'width' | 'bottomWidth';
}

/** What holds a hole, by whose table, and whether its sides count on a short time. The same for trench and pit. */
export function Held({ label, path, sides, soil, width, widthKey }: Props) {
  const { job, apply } = useRunEdit();
  const { protection } = sides;
  const tables = protection === 'none' ? [] : tablesOf(job, protection);
  const choose = (id: string) =>
    void apply(
      tableTaken(
        path,
        [...path, widthKey],
        { width },
        tables.find((one) => one.id === id),
      ),
    );
  return (
    <>
      <Choice
        label={label}
        value={protection}
        options={protectionIds.map((value) => ({ value, label: HELD[value] }))}
        onChange={(next) => (next === protection ? undefined : void apply(protectedBy({ path: [...path] }, next)))}
      />
      {protection === 'none' ? null : (
        <Picker
          label="By the table of"
          value={sides.kit ?? ''}
          options={[
            { value: '', label: 'Not settled' },
            ...tables.map(({ id, name }) => ({ value: id, label: figuresIn(name, job.units) })),
          ]}
          onChange={choose}
        />
      )}
      <Text variant="bodySmall">
        {protections[protection].name}: {protections[protection].basis}.
      </Text>
      {protection === 'none' ? <ShortTerm path={path} sides={sides} soil={soil} /> : null}
    </>
  );
}

/** Hours a cut in type A stands open, where the rule set lets it stand steeper for so long. Nobody but a person chooses it. */
function ShortTerm({ path, sides, soil }: Pick<Props, 'path' | 'sides' | 'soil'>) {
  const { job, apply } = useRunEdit();
  const { slopeAShort, shortHours } = resolveRules(job.ruleSet, job.overrides);
  if (sides.shortTerm === null && (soil !== 'A' || slopeAShort.value === null)) return null;
  return (
    <OptionalField
      label="Open for a short time only, hours"
      value={sides.shortTerm ?? undefined}
      format={formatHours}
      parse={(text) => parseDecimal(text, 'h')}
      onValue={(hours) => apply([{ path: [...path, 'shortTerm'], value: hours ?? null }], path.join('.'))}
      hint={`At most ${formatHours(shortHours.value ?? 0)}; the gate shuts when they are over. Empty: it does not count on that`}
      basis={220}
    />
  );
}
