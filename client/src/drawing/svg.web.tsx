import type * as Native from './svg';

/** The browser's own elements in place of the library's: a drawing is redrawn at every key press, and each layer between costs. */
const own = <K extends keyof typeof Native>(tag: string) => tag as unknown as (typeof Native)[K];

export default own<'default'>('svg');
export const Circle = own<'Circle'>('circle');
export const ClipPath = own<'ClipPath'>('clipPath');
export const Defs = own<'Defs'>('defs');
export const Ellipse = own<'Ellipse'>('ellipse');
export const G = own<'G'>('g');
export const Line = own<'Line'>('line');
export const Path = own<'Path'>('path');
export const Pattern = own<'Pattern'>('pattern');
export const Polygon = own<'Polygon'>('polygon');
export const Rect = own<'Rect'>('rect');
export const Text = own<'Text'>('text');
