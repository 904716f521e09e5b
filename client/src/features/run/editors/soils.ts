import type { SoilClass } from '@tamper/core';

/** The classes of soil as they are chosen. */
export const SOILS: Record<SoilClass, string> = { rock: 'Rock', A: 'A stiff', B: 'B firm', C: 'C weak' };
