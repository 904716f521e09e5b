import { router } from 'expo-router';
import { useEffect, useState } from 'react';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { stops } from './steps';
import { endWalk, walkTo } from './walk';

interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** One step of the walk: what it is about ringed on the screen, and what there is to say about it. */
export function WalkCard({ jobId, runId, stop }: { jobId: string; runId: string; stop: number }) {
  const { title, text, ring } = stops[stop] ?? stops[0];
  const box = useBoxOf(ring);
  const go = (next: number) => {
    const to = stops[next];
    if (!to) return endWalk();
    walkTo(runId, next);
    if (to.place !== stops[stop]?.place) router.navigate(runPath(jobId, runId, to.place));
  };
  return (
    <>
      {box ? (
        <View
          pointerEvents="none"
          style={{ position: 'fixed', ...box, borderWidth: 4, borderColor: colours.paint, borderRadius: 10, zIndex: 20 } as object}
        />
      ) : null}
      <View
        role="region"
        aria-label={`Walk, step ${stop + 1} of ${stops.length}`}
        aria-live="polite"
        style={
          {
            position: 'absolute',
            left: 8,
            right: 8,
            // Never over what it is about.
            ...(box && box.top > window.innerHeight / 2 ? { top: 8 } : { bottom: 8 }),
            maxWidth: 560,
            marginHorizontal: 'auto',
            zIndex: 21,
            backgroundColor: colours.paper,
            borderRadius: 12,
            borderWidth: 2,
            borderColor: colours.paint,
            padding: 12,
            gap: 6,
            boxShadow: '0 4px 16px rgba(35, 28, 22, 0.35)',
          } as object
        }
      >
        <Text variant="titleMedium">{title}</Text>
        <Text>{text}</Text>
        <View style={{ flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', gap: 4 }}>
          <Text variant="bodySmall" style={{ flex: 1, color: colours.faded }}>
            {stop + 1} of {stops.length}
          </Text>
          <Button onPress={endWalk}>Leave</Button>
          {stop > 0 ? <Button onPress={() => go(stop - 1)}>Back</Button> : null}
          <Button mode="contained" onPress={() => go(stop + 1)}>
            {stop + 1 < stops.length ? 'Next' : 'Done'}
          </Button>
        </View>
      </View>
    </>
  );
}

/** How long a screen may take until what is ringed is there, and how often it is looked for, ms. */
const [PATIENCE, OFTEN] = [10_000, 200];

/** Where the first thing a selector finds stands on the screen; it is brought into sight, and followed while the page scrolls or turns. */
function useBoxOf(selector: string): Box | undefined {
  const [box, setBox] = useState<Box>();
  useEffect(() => {
    setBox(undefined);
    const since = performance.now();
    let found: Element | undefined;
    const measure = () => {
      if (!found) return;
      const { left, top, width, height } = found.getBoundingClientRect();
      setBox({ left, top, width, height });
    };
    const seek = setInterval(() => {
      found = [...document.querySelectorAll(selector)].find((one) => one.getClientRects().length > 0);
      if (!found && performance.now() - since < PATIENCE) return;
      clearInterval(seek);
      found?.scrollIntoView({ block: 'nearest' });
      measure();
    }, OFTEN);
    window.addEventListener('scroll', measure, true);
    window.addEventListener('resize', measure);
    return () => {
      clearInterval(seek);
      window.removeEventListener('scroll', measure, true);
      window.removeEventListener('resize', measure);
    };
  }, [selector]);
  return box;
}
