import { useEffect, useState, type ReactNode } from 'react';
import { useWindowDimensions } from 'react-native';
import { LOW } from '../theme/tokens';
import { View } from './View';
import { TypingContext } from './useRoom';

/** How long after a field was left the page comes back, ms: a button pressed from the field must not move away from under the finger. */
const LINGER = 350;

const isField = (target: EventTarget | null): boolean =>
  (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'file'].includes(target.type)) ||
  target instanceof HTMLTextAreaElement;

/** Scrolls what scrolls around a field, and nothing further out: the browser's own way moves the whole page where the field is the last. */
function bringToMiddle(field: Element | null): void {
  let around = field?.parentElement;
  while (around && !['auto', 'scroll'].includes(getComputedStyle(around).overflowY)) around = around.parentElement;
  if (!field || !around) return;
  const [one, page] = [field.getBoundingClientRect(), around.getBoundingClientRect()];
  around.scrollTop += (one.top + one.bottom) / 2 - (page.top + page.bottom) / 2;
}

/**
 * Fits the page to what the keyboard leaves of the window, and tells whether something is being typed there with little room: the browser shrinks the window
 * itself, or only what one sees of it.
 */
export function TypingRoom({ children }: { children: ReactNode }) {
  // Of what one sees: the keyboard's part is taken off already.
  const { height } = useWindowDimensions();
  const [field, setField] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const come = ({ target }: FocusEvent) => {
      if (!isField(target)) return;
      clearTimeout(timer);
      setField(true);
    };
    const leave = () => {
      clearTimeout(timer);
      timer = setTimeout(() => setField(isField(document.activeElement)), LINGER);
    };
    document.addEventListener('focusin', come);
    document.addEventListener('focusout', leave);
    return () => {
      clearTimeout(timer);
      document.removeEventListener('focusin', come);
      document.removeEventListener('focusout', leave);
    };
  }, []);
  const typing = field && height < LOW;
  useEffect(() => {
    // What made way above the field moved it.
    if (typing) bringToMiddle(document.activeElement);
  }, [typing, height]);
  const covered = height < window.innerHeight - 1;
  return (
    <TypingContext value={typing}>
      <View style={covered ? { height } : { flex: 1 }}>{children}</View>
    </TypingContext>
  );
}
