import { laidPointIds, type BedPoint, type CoverPoint, type LaidPoint, type TestKind } from '../book';
import type { Product } from '../catalogue';
import type { PlacedLine, Reach } from '../job';
import { floatingStages, FLOAT_SAFETY } from '../trench/checks/flotation';

/** Tests a line passes before it is covered: one of each group. */
export function testsNeeded({ kind, family, drains, conductor }: Product): TestKind[][] {
  switch (kind) {
    case 'gravity':
      // Water gets in and out of a drain all along: it holds nothing.
      return drains ? [] : [['air', 'water']];
    case 'pressure':
      return family === 'heat' ? [['flush'], ['pressure']] : [['pressure']];
    case 'duct':
      return [['mandrel']];
    case 'cable':
      return conductor === null ? [] : family === 'earth' ? [['continuity']] : [['insulation'], ['continuity']];
  }
}

/** The tests that decide for one another: of air and water either does. */
export const groupOfTest = (of: TestKind): readonly TestKind[] => (of === 'air' || of === 'water' ? ['air', 'water'] : [of]);

/** What is looked at on a line as it is laid. @param wet water may stand in the trench. @param drain an old drain is crossed there. */
export function laidNeeded({ product }: Pick<PlacedLine, 'product'>, surround: number, wet: boolean, drain: boolean): LaidPoint[] {
  const light = wet && product.ring !== null && floatingStages(product, surround).open < FLOAT_SAFETY;
  const wanted: Record<LaidPoint, boolean> = {
    order: true,
    clean: product.kind !== 'cable',
    weighed: light,
    labelled: product.kind === 'cable',
    // Its stones press on whatever gives: rigid pipes carry them.
    sleeved: drain && product.ring?.kind !== 'rigid',
  };
  return laidPointIds.filter((id) => wanted[id]);
}

/** What is looked at on the bed before anything is laid on it. */
export const beforeNeeded = (lines: readonly Pick<PlacedLine, 'product'>[]): BedPoint[] => [
  'clean',
  'dry',
  ...(lines.some(({ product }) => product.shapedBed) ? (['shaped'] as const) : []),
];
/** And again when it lies. */
export const afterNeeded = (lines: readonly Pick<PlacedLine, 'product'>[]): BedPoint[] => [
  'fallen',
  'firm',
  ...(lines.some(({ product }) => product.ring !== null) ? (['haunch'] as const) : []),
];

/** What is to hand before a stretch of a reach is covered. */
export const coverNeeded = ({ tapes, tracer, plates }: Pick<Reach, 'tapes' | 'tracer' | 'plates'>): CoverPoint[] => [
  ...(tapes.length > 0 ? (['tape'] as const) : []),
  ...(tracer ? (['tracer'] as const) : []),
  ...(plates ? (['tiles'] as const) : []),
  'future',
];
