import { useEffect, useRef, type ReactNode } from 'react';
import { ScrollView } from 'react-native';
import { STRIP_HEIGHT } from '../../drawing/Strip';
import { colours } from '../../theme/tokens';
import { View } from '../../ui/View';
import { useRoom, useTyping } from '../../ui/useRoom';

interface Props {
  strip: ReactNode;
  picture: ReactNode;
  /** Pixels. */
  pictureHeight: number;
  numbers: ReactNode;
  /** Is the next touch meant for a drawing? It comes into sight then. */
  touching: boolean;
  children: ReactNode;
}

/** Which piece of the page stays while the rest scrolls. */
const STUCK = [1];
/** Heights of the line of numbers, of what the frame takes, and of what inputs and findings need to be worked in, pixels. */
const [NUMBERS, FRAME, TO_WORK_IN] = [52, 160, 250];

/**
 * A phone's page scrolls as one. What an edit changes stays in sight: the numbers, and as much of the drawings above them as leaves room to work in; while
 * something is typed over a keyboard the numbers alone.
 */
export function PhonePage({ strip, picture, pictureHeight, numbers, touching, children }: Props) {
  const { height } = useRoom();
  const typing = useTyping();
  const scroller = useRef<ScrollView>(null);
  useEffect(() => {
    if (touching) scroller.current?.scrollTo({ y: 0 });
  }, [touching]);
  const room = height - FRAME - TO_WORK_IN - NUMBERS;
  const stuck = typing ? 0 : room >= pictureHeight + STRIP_HEIGHT ? 2 : room >= pictureHeight ? 1 : 0;
  return (
    <ScrollView
      ref={scroller}
      role="main"
      style={{ flex: 1, backgroundColor: colours.chalk }}
      stickyHeaderIndices={STUCK}
      keyboardShouldPersistTaps="handled"
    >
      <View>
        {typing || stuck === 2 ? null : strip}
        {typing || stuck > 0 ? null : picture}
      </View>
      <View style={{ backgroundColor: colours.chalk }}>
        {stuck === 2 ? strip : null}
        {stuck > 0 ? picture : null}
        {numbers}
      </View>
      <View style={{ padding: 10, gap: 10 }}>{children}</View>
    </ScrollView>
  );
}
