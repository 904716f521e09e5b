import type { SheetEvent } from './sheet';

const EVENTS: Record<SheetEvent['kind'], string> = {
  start: 'start',
  end: 'end',
  structure: '',
  reach: 'next reach',
  crossing: 'crosses',
  grade: 'change of fall',
  window: 'edge of hand-dig',
  pit: '',
};
/** What happens at a line of the grade sheet, in a few words. */
export const sheetEventWords = (events: readonly SheetEvent[]): string =>
  events.map(({ kind, name }) => (kind === 'reach' ? EVENTS.reach : [EVENTS[kind], name].filter(Boolean).join(' '))).join(', ');
