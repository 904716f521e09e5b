import { Icon } from './Icon';

/** Stands in for the icon font Paper looks for: the few icons it draws by itself. */
export default function PaperIcon({ name, color, size }: { name: string; color?: string; size?: number }) {
  return <Icon name={name} color={color} {...(size ? { size } : {})} />;
}
