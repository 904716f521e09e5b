import type { ComponentProps } from 'react';
import { colours } from '../theme/tokens';
import { IconButton } from '../ui/IconButton';

/** A button that stands on a drawing, with a ground of its own. @param on is what it begins going on? */
export const ToolButton = ({ on = false, ...props }: Omit<ComponentProps<typeof IconButton>, 'style' | 'iconColor'> & { on?: boolean }) => (
  <IconButton
    {...props}
    style={{ backgroundColor: on ? colours.clayWash : colours.paper, borderWidth: 1, borderColor: on ? colours.clay : colours.line }}
  />
);
