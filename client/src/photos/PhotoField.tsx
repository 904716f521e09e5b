import type { Photo } from '@tamper/core/book';
import { memo } from 'react';
import { Button } from '../ui/Button';
import { View } from '../ui/View';
import { SmallPicture, THUMB } from './Thumb';
import { TakeButtons } from './TakeButtons';
import { useIntake } from './useIntake';

/** Photos of a form that is not entered yet. They are kept on this device from the moment they were taken. */
export const PhotoField = memo(function PhotoField({
  jobId,
  photos,
  onPhotos,
}: {
  jobId: string;
  photos: readonly Photo[];
  onPhotos: (photos: Photo[]) => void;
}) {
  const intake = useIntake(jobId);
  const take = async (from: 'camera' | 'files') => {
    const news = await intake.take(from);
    onPhotos([...photos, ...news.filter(({ hash }) => !photos.some((one) => one.hash === hash))]);
  };
  return (
    <View style={{ gap: 8 }}>
      {photos.length > 0 ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          {photos.map(({ hash }, i) => (
            <View key={hash} style={{ width: THUMB, gap: 4 }}>
              <View style={{ height: THUMB }}>
                <SmallPicture hash={hash} alt={`Photo ${i + 1} of this form`} />
              </View>
              <Button accessibilityLabel={`Leave photo ${i + 1} out`} onPress={() => onPhotos(photos.filter((one) => one.hash !== hash))}>
                Leave out
              </Button>
            </View>
          ))}
        </View>
      ) : null}
      <TakeButtons intake={intake} onTake={(from) => void take(from)} />
    </View>
  );
});
