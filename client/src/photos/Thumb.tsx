import type { Pictured } from '@tamper/core/book';
import { sayEntry } from '@tamper/core/book';
import type { UnitSystem } from '@tamper/core/units';
import { createElement } from 'react';
import { Icon } from '../theme/Icon';
import { colours } from '../theme/tokens';
import { Press } from '../ui/Press';
import { Text } from '../ui/Text';
import { View } from '../ui/View';
import { showMoment } from '../ui/moment';
import { usePicture } from './usePicture';

/** The side of a small picture in lists, pixels. */
export const THUMB = 96;

/** What a photo shows, for who cannot see it: what its entry says, and when it was taken. */
export const sayPhoto = ({ photo, kept }: Pick<Pictured, 'photo' | 'kept'>, units: UnitSystem): string =>
  `Photo: ${sayEntry(kept.entry, units)}, ${showMoment(photo.taken ?? kept.entry.at)}`;

/** The small picture of a photo, or what stands for it while it is with somebody else. */
export function SmallPicture({ hash, alt }: { hash: string; alt: string }) {
  const { src, asking, missing, onError } = usePicture(hash, 'small');
  if (missing)
    return (
      <View role="img" aria-label={`${alt}. Not here yet`} style={{ flex: 1, alignItems: 'center', justifyContent: 'center', gap: 2 }}>
        <Icon name="camera" color={colours.faded} />
        <Text variant="bodySmall">not here yet</Text>
      </View>
    );
  return src === undefined
    ? null
    : createElement('img', {
        key: asking,
        src,
        alt,
        onError,
        loading: 'lazy',
        style: { width: '100%', height: '100%', objectFit: 'cover' },
      });
}

interface Props {
  hash: string;
  label: string;
  /** A sign on it: waiting, refused. */
  sign?: string | undefined;
  faded?: boolean;
  onPress: () => void;
}

/** A small picture to be touched. */
export function Thumb({ hash, label, sign, faded = false, onPress }: Props) {
  return (
    <Press
      role="button"
      aria-label={label}
      onPress={onPress}
      style={{ width: THUMB, height: THUMB, borderRadius: 6, overflow: 'hidden', backgroundColor: colours.line, opacity: faded ? 0.45 : 1 }}
    >
      <SmallPicture hash={hash} alt="" />
      {sign ? (
        <View style={{ position: 'absolute', left: 0, right: 0, bottom: 0, backgroundColor: colours.paper, paddingHorizontal: 4 }}>
          <Text variant="bodySmall">{sign}</Text>
        </View>
      ) : null}
    </Press>
  );
}
