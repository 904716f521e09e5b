import type { Section } from '@tamper/core';
import { fitToScale, type View } from './fit';

/** Size of the picture in pixels, and how much it shows. */
export interface Frame {
  width: number;
  height: number;
  whole: boolean;
}

/** Ground beside the trench that is always in sight, metres. */
const MARGIN = 0.6;

/** Where the trench meets the ground left and right of the centre line, metres; its bottom width where nothing is dug. */
export function lipsOf(section: Section): { left: number; right: number } {
  const points = section.trench.length > 0 ? section.trench.map((point) => point.x) : [-section.digWidth / 2, section.digWidth / 2];
  return { left: Math.min(...points), right: Math.max(...points) };
}

/** The section on its picture; `whole`: with heap and corridor, or just the trench, larger. */
export function sectionView(section: Section, { width, height, whole }: Frame): View {
  const lips = lipsOf(section);
  const lip = { left: -lips.left, right: lips.right };
  const heapTop = whole ? Math.max(0, ...section.heaps.map((heap) => heap.height)) : 0;
  const reachOf = (side: 'left' | 'right') => {
    const outers = section.heaps.filter((heap) => heap.side === side).map(({ outer }) => outer);
    return whole && outers.length > 0 ? Math.max(...outers) + 0.2 : lip[side] + MARGIN;
  };
  // The cover is written right of the trench: a heap leaves room for it.
  const bare = whole && !section.heaps.some(({ side }) => side === 'right');
  return fitToScale(
    {
      left: -reachOf('left'),
      right: reachOf('right'),
      bottom: section.bottom,
      top: Math.max(section.ground + heapTop, section.finished, ...section.panels.flat().map(({ y }) => y)),
    },
    { width, height, pad: { left: 64, right: bare ? 84 : 16, top: 34, bottom: 44 } },
  );
}
