import { useRef, type ReactNode } from 'react';
import { Menu } from 'react-native-paper';

/** A menu that is made when it is first opened: the library's takes the keyboard's focus, and the page with it, as soon as it is there. */
export function LazyMenu({
  open,
  onDismiss,
  anchor,
  children,
}: {
  open: boolean;
  onDismiss: () => void;
  anchor: ReactNode;
  children: ReactNode;
}) {
  const used = useRef(false);
  if (open) used.current = true;
  if (!used.current) return anchor;
  return (
    <Menu visible={open} onDismiss={onDismiss} anchorPosition="bottom" anchor={anchor}>
      {children}
    </Menu>
  );
}
