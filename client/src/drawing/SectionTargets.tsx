import type { Section } from '@tamper/core';
import { memo, useDeferredValue } from 'react';
import { TARGET } from '../theme/tokens';
import { clamp } from './fit';
import { lipsOf, sectionView, type Frame } from './sectionView';
import { Touches } from './Touches';

/** What can be touched on the section; each opens its inputs. */
export type Part =
  | 'existing'
  | 'laid'
  | 'purpose'
  | 'fall'
  | 'structures'
  | 'access'
  | 'bed'
  | 'width'
  | 'left'
  | 'right'
  | 'protection'
  | 'spoil'
  | 'levels'
  | 'reach';

const topOf = ({ lines }: Section): number => Math.max(...lines.map(({ centre, radius }) => centre.y + radius));
const undersideOf = ({ lines }: Section): number => Math.min(...lines.map(({ centre, radius }) => centre.y - radius));

/** Invisible buttons over the parts, never smaller than a gloved finger, in the order people name them. Unseen, and touched a moment later at the soonest: they follow the drawing. */
export function Targets({ section, ...frame }: Frame & { section: Section; onPart: (part: Part) => void }) {
  return <Boxes section={useDeferredValue(section)} {...frame} />;
}

const Boxes = memo(function Boxes({ section, width, height, whole, onPart }: Frame & { section: Section; onPart: (part: Part) => void }) {
  const { x, y } = sectionView(section, { width, height, whole });
  const { left: lipLeft, right: lipRight } = lipsOf(section);
  const top = y(section.ground);
  const bottom = y(section.bottom);
  const half = section.digWidth / 2;
  const bedTop = y(Math.min(section.ground, section.crown));
  const middle = (part: Part, label: string, from: number, to: number) => ({
    part,
    label,
    left: x(-half),
    top: from,
    right: x(half),
    bottom: to,
  });
  const heaps = section.heaps.map((heap) => {
    const [inner, outer] = heap.side === 'left' ? [-heap.outer, -heap.inner] : [heap.inner, heap.outer];
    return {
      part: 'spoil' as Part,
      label: `Spoil heap, ${heap.side}`,
      left: x(inner),
      top: y(section.ground + heap.height),
      right: x(outer),
      bottom: top,
    };
  });
  const boxes = [
    middle('protection', 'Soil and protection', top, bedTop - 10),
    { part: 'left' as Part, label: 'Left wall', left: x(lipLeft) - 12, top, right: x(-half), bottom },
    { part: 'right' as Part, label: 'Right wall', left: x(half), top, right: x(lipRight) + 12, bottom },
    ...heaps,
    middle('bed', 'Bedding and surround', bottom - 14, bottom + 2),
    middle('width', 'Bottom width', bottom + 4, bottom + 34),
    middle('laid', section.lines.length > 1 ? 'Lines laid' : 'Pipe or cable', y(topOf(section)), y(undersideOf(section))),
  ];
  const spots = boxes.map((box) => ({
    what: box.part,
    label: `Edit: ${box.label}`,
    box: grow(box, part44(box.part), width, height),
  }));
  return <Touches spots={spots} onTouch={onPart} />;
});

/** The pipe and the bed lie close together: their targets are smaller so that both can be hit; the chips below serve gloves. */
const part44 = (part: Part): number => (part === 'laid' || part === 'bed' || part === 'width' ? 28 : TARGET);

function grow(box: { left: number; top: number; right: number; bottom: number }, least: number, width: number, height: number) {
  const extraX = Math.max(0, least - (box.right - box.left)) / 2;
  const extraY = Math.max(0, least - (box.bottom - box.top)) / 2;
  const left = clamp(box.left - extraX, 0, width - least);
  const top = clamp(box.top - extraY, 0, height - least);
  return {
    left,
    top,
    width: Math.min(width - left, Math.max(least, box.right - box.left)),
    height: Math.min(height - top, Math.max(least, box.bottom - box.top)),
  };
}
