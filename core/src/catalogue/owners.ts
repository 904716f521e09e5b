import type { BeddingId } from './bedding';
import type { TapeSchool } from './cover';
import type { Product, Surface } from './products';
import { families, surfaces } from './products';
import type { UtilityKind } from './utilities';

/** What the owner of a line asks for: null, or no stone named, is as usual for the kind of line. Lengths in metres. */
export interface OwnerProfile {
  id: string;
  name: string;
  utility: UtilityKind;
  /** Bed under the line in soil: the least that is accepted, and what is usual. */
  bed: { least: number; usual: number } | null;
  cover: Record<Surface, number> | null;
  tape: { school: TapeSchool; distance: number } | null;
  /** Clear of every line of another owner, beside and over, where that is more than the rule set's. */
  apart: { across: number; over: number } | null;
  /** What may lie against it; empty: what its kind lies in. */
  stone: BeddingId[];
  /** What somebody has to have seen, and when. */
  inspections: string;
  source: string;
}

const SCHOOL = 'One usual school; the owner’s own rules take its place';
const FINE: BeddingId[] = ['sand', 'sifted', 'flowing'];

/** Schools that differ, without anybody's name on them. */
export const ownerProfiles: readonly OwnerProfile[] = [
  {
    id: 'power-deep',
    name: 'Power, deep school',
    utility: 'power',
    bed: { least: 0.1, usual: 0.15 },
    cover: { field: 0.75, footway: 0.6, road: 0.9 },
    tape: { school: 'line', distance: 0.3 },
    apart: { across: 0.3, over: 0.3 },
    stone: ['sand', 'flowing'],
    inspections: 'Bed and cable before they are covered; the tape before the last fill',
    source: SCHOOL,
  },
  {
    id: 'power-lean',
    name: 'Power, lean school',
    utility: 'power',
    bed: { least: 0.05, usual: 0.075 },
    cover: { field: 0.6, footway: 0.45, road: 0.6 },
    tape: { school: 'surface', distance: 0.3 },
    apart: null,
    stone: FINE,
    inspections: 'The cable before it is covered',
    source: SCHOOL,
  },
  {
    id: 'water-deep',
    name: 'Water, deep school',
    utility: 'water',
    bed: { least: 0.1, usual: 0.15 },
    cover: { field: 0.9, footway: 0.9, road: 1.2 },
    tape: { school: 'line', distance: 0.3 },
    apart: { across: 0.35, over: 0.3 },
    stone: ['sand', 'granular'],
    inspections: 'Joints open until the pressure test has passed',
    source: SCHOOL,
  },
  {
    id: 'water-lean',
    name: 'Water, lean school',
    utility: 'water',
    bed: { least: 0.05, usual: 0.1 },
    cover: { field: 0.75, footway: 0.75, road: 0.75 },
    tape: null,
    apart: null,
    stone: [],
    inspections: 'Connection and meter',
    source: SCHOOL,
  },
  {
    id: 'telecom-lean',
    name: 'Telecom, lean school',
    utility: 'telecom',
    bed: { least: 0, usual: 0.05 },
    cover: { field: 0.35, footway: 0.25, road: 0.45 },
    tape: { school: 'surface', distance: 0.15 },
    apart: null,
    stone: [],
    inspections: 'Duct proved with a mandrel',
    source: SCHOOL,
  },
  {
    id: 'gas-deep',
    name: 'Gas, deep school',
    utility: 'gas',
    bed: { least: 0.075, usual: 0.1 },
    cover: { field: 0.75, footway: 0.6, road: 0.75 },
    tape: { school: 'line', distance: 0.25 },
    apart: { across: 0.6, over: 0.3 },
    stone: FINE,
    inspections: 'Joints and tightness test before they are covered; only the owner’s people connect',
    source: SCHOOL,
  },
];
const byId = new Map(ownerProfiles.map((profile) => [profile.id, profile]));

/** The profile of that id: the job's own first, then the schools shipped; undefined when neither has it. */
export const ownerWith = (id: string, own: readonly OwnerProfile[] = []): OwnerProfile | undefined =>
  own.find((profile) => profile.id === id) ?? byId.get(id);

/** Profiles a line of this kind may be laid by: its utility's, the job's own first. */
export const ownersFor = ({ family }: Pick<Product, 'family'>, own: readonly OwnerProfile[]): OwnerProfile[] =>
  [...own, ...ownerProfiles].filter(({ utility }) => utility === families[family].mark);

/** A line as its owner wants it laid: bed, cover and stone are the owner's where the profile names them. */
export const asOwned = (product: Product, { bed, cover, stone, name, source }: OwnerProfile): Product => ({
  ...product,
  ...(bed ? { bed: bed.least } : {}),
  ...(cover
    ? { minCover: cover, coverBasis: `${name}: ${source}`, typed: [...(product.typed ?? []), ...surfaces.map((one) => `minCover.${one}`)] }
    : {}),
  ...(stone.length > 0 ? { beds: stone } : {}),
});
