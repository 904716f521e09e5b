import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Press } from '../../ui/Press';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';

interface Props<T extends string> {
  ids: readonly T[];
  names: Readonly<Record<T, string>>;
  /** Those that are not so. */
  wanting: readonly T[];
  onWanting: (wanting: T[]) => void;
}

/** Points that are so until somebody touches one: what is in order costs nothing, what is not stands out. */
export function Points<T extends string>({ ids, names, wanting, onWanting }: Props<T>) {
  return (
    <View style={{ gap: 2 }}>
      {ids.map((id) => {
        const not = wanting.includes(id);
        return (
          <Press
            key={id}
            role="checkbox"
            aria-checked={not}
            aria-label={`Not so: ${names[id]}`}
            onPress={() => onWanting(not ? wanting.filter((one) => one !== id) : [...wanting, id])}
            style={{
              minHeight: 48,
              flexDirection: 'row',
              alignItems: 'center',
              gap: 10,
              paddingHorizontal: 6,
              borderRadius: 6,
              backgroundColor: not ? colours.stopWash : 'transparent',
            }}
          >
            <Icon name={not ? 'stop' : 'part'} color={not ? colours.stop : colours.faded} size={22} />
            <Text style={{ flex: 1, color: not ? colours.stop : colours.ink }}>
              {names[id]}
              {not ? ': not so' : ''}
            </Text>
          </Press>
        );
      })}
    </View>
  );
}
