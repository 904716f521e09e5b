import { memo, type ReactNode } from 'react';
import { Text } from './Text';
import { View } from './View';
import { Icon, type IconName } from '../theme/Icon';
import { colours } from '../theme/tokens';

const LOOK = {
  stop: { back: colours.stopWash, front: colours.stop },
  caution: { back: colours.cautionWash, front: colours.caution },
  note: { back: colours.noteWash, front: colours.note },
} as const;

/** A message that is never colour alone: icon, word and wash. */
export function Notice({
  kind,
  title,
  children,
  role,
}: {
  kind: keyof typeof LOOK;
  title: string;
  children?: ReactNode;
  role?: 'alert' | 'status';
}) {
  const { back, front } = LOOK[kind];
  return (
    <View role={role} style={{ backgroundColor: back, borderLeftColor: front, borderLeftWidth: 5, borderRadius: 6, padding: 12, gap: 6 }}>
      <Head kind={kind} title={title} />
      {children}
    </View>
  );
}

const Head = memo(function Head({ kind, title }: { kind: keyof typeof LOOK; title: string }) {
  return (
    <View style={{ flexDirection: 'row', gap: 10 }}>
      <Icon name={kind satisfies IconName} color={LOOK[kind].front} />
      <Text variant="titleSmall" style={{ flex: 1 }}>
        {title}
      </Text>
    </View>
  );
});
