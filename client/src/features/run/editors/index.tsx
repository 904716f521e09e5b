import type { ComponentType } from 'react';
import type { Part } from '../../../drawing/SectionDrawing';
import { BedEditor } from './BedEditor';
import { FallEditor } from './FallEditor';
import { PurposeEditor } from './PurposeEditor';
import { ProtectionEditor } from './ProtectionEditor';
import { LevelsEditor } from './LevelsEditor';
import { LaidLinesEditor } from './LaidLinesEditor';
import { ExistingEditor } from './ExistingEditor';
import { ReachEditor } from './ReachEditor';
import { SpoilEditor } from './SpoilEditor';
import { StructuresEditor } from './StructuresEditor';
import { WallEditor } from './WallEditor';
import { AccessEditor } from './AccessEditor';
import { WidthEditor } from './WidthEditor';

/** The inputs behind each part of the drawing, in the order people set them. */
export const editors: Record<Part, { title: string; Editor: ComponentType }> = {
  existing: { title: 'Existing lines', Editor: ExistingEditor },
  levels: { title: 'Ground levels', Editor: LevelsEditor },
  laid: { title: 'Lines laid', Editor: LaidLinesEditor },
  purpose: { title: 'What it is for', Editor: PurposeEditor },
  fall: { title: 'Depth and fall', Editor: FallEditor },
  structures: { title: 'Chambers and pits', Editor: StructuresEditor },
  width: { title: 'Width', Editor: WidthEditor },
  bed: { title: 'Bed', Editor: BedEditor },
  left: { title: 'Left wall', Editor: () => <WallEditor side="left" /> },
  right: { title: 'Right wall', Editor: () => <WallEditor side="right" /> },
  protection: { title: 'Soil and protection', Editor: ProtectionEditor },
  access: { title: 'Access', Editor: AccessEditor },
  spoil: { title: 'Spoil', Editor: SpoilEditor },
  reach: { title: 'Reach', Editor: ReachEditor },
};
export const parts = Object.keys(editors) as Part[];

/** The parts as they are chosen by name. */
export const partGroups: readonly { title: string; parts: readonly Part[] }[] = [
  { title: 'What goes in', parts: ['laid', 'purpose', 'fall', 'bed'] },
  { title: 'The trench', parts: ['width', 'left', 'right', 'protection', 'reach'] },
  { title: 'The ground', parts: ['levels', 'existing'] },
  { title: 'Along and beside it', parts: ['structures', 'access', 'spoil'] },
];
