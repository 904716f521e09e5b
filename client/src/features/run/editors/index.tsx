import type { ComponentType } from 'react';
import type { Part } from '../../../drawing/SectionDrawing';
import { BedEditor } from './BedEditor';
import { FallEditor } from './FallEditor';
import { GuardEditor } from './GuardEditor';
import { LevelsEditor } from './LevelsEditor';
import { LineEditor } from './LineEditor';
import { LinesEditor } from './LinesEditor';
import { ReachEditor } from './ReachEditor';
import { SpoilEditor } from './SpoilEditor';
import { StructuresEditor } from './StructuresEditor';
import { WallEditor } from './WallEditor';
import { WayEditor } from './WayEditor';
import { WidthEditor } from './WidthEditor';

/** The inputs behind each part of the drawing, in the order people set them. */
export const editors: Record<Part, { title: string; Editor: ComponentType }> = {
  lines: { title: 'Existing lines', Editor: LinesEditor },
  levels: { title: 'Ground levels', Editor: LevelsEditor },
  line: { title: 'Line', Editor: LineEditor },
  fall: { title: 'Depth and fall', Editor: FallEditor },
  structures: { title: 'Chambers', Editor: StructuresEditor },
  width: { title: 'Width', Editor: WidthEditor },
  bed: { title: 'Bed', Editor: BedEditor },
  left: { title: 'Left wall', Editor: () => <WallEditor side="left" /> },
  right: { title: 'Right wall', Editor: () => <WallEditor side="right" /> },
  guard: { title: 'Soil and guard', Editor: GuardEditor },
  way: { title: 'Way out', Editor: WayEditor },
  spoil: { title: 'Spoil', Editor: SpoilEditor },
  reach: { title: 'Reach', Editor: ReachEditor },
};
export const parts = Object.keys(editors) as Part[];
