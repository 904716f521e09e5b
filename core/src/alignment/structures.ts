import { structureTypes } from '../catalogue';
import { blankPit, LEAST_APART, type Run, type Structure } from '../job';

/** A structure to stand at a station, with the next free name; chambers, trial pits, joint bays and sumps with their pit. */
export function structureAt(run: Pick<Run, 'structures'>, station: number, kind: Structure['kind'], id: string): Structure {
  const { name, letter, pit } = structureTypes[kind];
  const taken = new Set(run.structures.map((item) => item.name));
  let number = 1;
  while (taken.has(`${letter}${number}`) || taken.has(`${name} ${number}`)) number++;
  return {
    id,
    name: `${letter}${number}`,
    kind,
    station,
    diameter: kind === 'chamber' ? 0.45 : 0,
    tail: 0,
    pit: pit && { ...blankPit(pit.length, pit.width, pit.below), entry: pit.entry },
  };
}

/** The run's structures with one more among them, ascending. */
export const withStructure = (run: Pick<Run, 'structures'>, structure: Structure): Structure[] =>
  [...run.structures, structure].sort((a, b) => a.station - b.station);

/** An id for a structure a fix puts at a station: the same whoever presses it, so that two who do end with one. */
export const structureIdAt = (kind: Structure['kind'], station: number): string => `${kind}-${Math.round(station * 1000)}`;

/** The run's structures with one of a kind every so many metres from a station to the end; where one stands already none is added. @param id makes one. */
export function withStructureEvery(
  run: Pick<Run, 'structures' | 'stations'>,
  from: number,
  every: number,
  kind: Structure['kind'],
  id: () => string,
): Structure[] {
  const end = run.stations.at(-1)?.station ?? from;
  const count = Math.floor((end - from) / every + 1e-6) + 1;
  return Array.from({ length: count }, (_, i) => Math.round((from + i * every) * 1000) / 1000).reduce<Structure[]>(
    (structures, station) =>
      structures.some((one) => Math.abs(one.station - station) < LEAST_APART)
        ? structures
        : withStructure({ structures }, structureAt({ structures }, station, kind, id())),
    run.structures,
  );
}

/** Ends of a run where no end section stands yet, stations. */
export const endSectionsMissing = (run: Pick<Run, 'structures' | 'stations'>): number[] => {
  const ends = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  return ends.filter((end) => !run.structures.some((one) => one.kind === 'endSection' && Math.abs(one.station - end) < LEAST_APART));
};
/** The run's structures with an end section in its pit at both ends. @param id makes one. */
export const withEndSections = (run: Pick<Run, 'structures' | 'stations'>, id: () => string): Structure[] =>
  endSectionsMissing(run).reduce<Structure[]>(
    (structures, station) => withStructure({ structures }, structureAt({ structures }, station, 'endSection', id())),
    run.structures,
  );

/** A toe under the lip of an end section keeps water from washing it out: thick so much, metres; wide and deep as its pit. Usual. */
const TOE = 0.3;
/** Concrete in a structure, m³: the toe of an end section. */
export const concreteIn = ({ kind, pit }: Pick<Structure, 'kind' | 'pit'>): number =>
  kind === 'endSection' && pit ? TOE * pit.width * pit.below : 0;

/** Stone in a structure, m³: a soakaway is full of it below the trench. */
export const stoneIn = ({ kind, pit }: Pick<Structure, 'kind' | 'pit'>): number =>
  kind === 'soakaway' && pit ? pit.length * pit.width * pit.below : 0;
