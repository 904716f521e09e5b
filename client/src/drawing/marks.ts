import type { ReactNode } from 'react';
import type { View } from './fit';

/** Draws on top of a drawing whatever else is known where it is shown; the drawing knows nothing of it but where it goes. */
export type Marks = (view: View) => ReactNode;
