import { createContext, useContext } from 'react';
import { useWindowDimensions } from 'react-native';
import { LOW, WIDE } from '../theme/tokens';

/** What room the window gives. */
export interface Room {
  width: number;
  height: number;
  /** Drawing and inputs side by side: a wide screen, or a phone on its side. */
  wide: boolean;
  /** Is there little height, as on a phone on its side or under a keyboard? */
  low: boolean;
  /** Width of the bar with the order of the work where it stands at the side, pixels. */
  rail: number;
  /** Width of a page beside that bar, pixels. */
  page: number;
}

export function useRoom(): Room {
  const { width, height } = useWindowDimensions();
  const low = height < LOW;
  const wide = width >= WIDE || (low && width > 1.4 * height);
  const rail = wide ? (low ? 72 : 88) : 0;
  return { width, height, wide, low, rail, page: width - rail };
}

/** Is something being typed on a low page, as with a keyboard over half of it? Then all but the field and what it changes makes way. */
export const TypingContext = createContext(false);
export const useTyping = (): boolean => useContext(TypingContext);
