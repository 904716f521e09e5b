import { router } from 'expo-router';
import { memo, type ComponentProps, type ReactNode } from 'react';
import { ScrollView } from 'react-native';
import { Text } from './Text';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import { IconButton } from './IconButton';
import { colours } from '../theme/tokens';
import { LineNotice } from './LineNotice';
import { Terms } from './Terms';
import { View } from './View';
import { useStable } from './useStable';

/** A bar with a way back, a title and what belongs to the right of it. */
export const TopBar = memo(function TopBar({
  title,
  subtitle,
  status,
  back,
  children,
}: {
  title: string;
  subtitle?: string | undefined;
  /** What stands below the title instead of a subtitle. */
  status?: ReactNode;
  /** Where the way back leads, or how it goes. */
  back?: string | (() => void);
  children?: ReactNode;
}) {
  const { top, left, right } = useSafeAreaInsets();
  const goBack = useStable(() => (typeof back === 'string' ? router.dismissTo(back) : back?.()));
  return (
    <>
      <View
        role="banner"
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          minHeight: 56,
          paddingTop: top,
          paddingLeft: 4 + left,
          paddingRight: 4 + right,
          gap: 2,
          backgroundColor: colours.clay,
        }}
      >
        {back !== undefined ? <BarButton icon="back" accessibilityLabel="Back" onPress={goBack} /> : <View style={{ width: 12 }} />}
        <View style={{ flex: 1, minWidth: 0 }}>
          <Title text={title} />
          {status}
          {subtitle ? (
            <Text variant="bodySmall" numberOfLines={1} style={{ color: colours.onClay }}>
              {subtitle}
            </Text>
          ) : null}
        </View>
        {children}
      </View>
      <LineNotice />
    </>
  );
});

const Title = memo(function Title({ text }: { text: string }) {
  return (
    <Text variant="titleLarge" role="heading" aria-level={1} numberOfLines={1} style={{ color: colours.onClay }}>
      {text}
    </Text>
  );
});

/** A sign to press in the bar, which stands through every key press: with an `onPress` that keeps its identity it is not looked at again. */
export const BarButton = memo(function BarButton({
  disabled = false,
  ...props
}: Omit<ComponentProps<typeof IconButton>, 'iconColor' | 'style'>) {
  return <IconButton {...props} disabled={disabled} iconColor={disabled ? '#d9b9a5' : colours.onClay} />;
});

/** A page of cards in one readable column, or with room for two beside each other; its terms are explained at its foot. */
export function Page({ children, roomy = false, terms = true }: { children: ReactNode; roomy?: boolean; terms?: boolean }) {
  return (
    <ScrollView
      role="main"
      style={{ flex: 1, backgroundColor: colours.chalk }}
      contentContainerStyle={{ padding: 12, gap: 12, width: '100%', maxWidth: roomy ? 1240 : 760, alignSelf: 'center' }}
    >
      {children}
      {terms ? <Terms /> : null}
    </ScrollView>
  );
}
