import type { PlannedRevision } from '@tamper/core';
import type { IssuedFigures, Revision } from '@tamper/core/issue';
import { figuresIn, formatLength, formatStation, formatVolume, type UnitSystem } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
import { useEffect, useState } from 'react';
import { Text } from '../../ui/Text';
import { sentences } from '../../data/api';
import { fromDevice } from '../../data/localFirst';
import { Faults } from '../../ui/Faults';
import { View } from '../../ui/View';
import { plannedRevision } from '../../workers/useIssued';
import { Drifted } from './Drifted';

/** An issued plan to be read: its figures as they were issued, and what it says of every hole. */
export function OldPlan({ jobId, id, units }: { jobId: string; id: string; units: UnitSystem }) {
  const [read, setRead] = useState<{ figures: IssuedFigures; revision: PlannedRevision }>();
  const [faults, setFaults] = useState<string[]>([]);
  useEffect(() => {
    let listening = true;
    Promise.all([fromDevice<Revision>(`/revisions/${id}`, jobId), plannedRevision(jobId, id)])
      .then(([{ body }, revision]) => listening && setRead({ figures: body.figures, revision }))
      .catch((error: unknown) => listening && setFaults(sentences(error)));
    return () => void (listening = false);
  }, [jobId, id]);
  if (!read) return faults.length > 0 ? <Faults title="Not fetched" faults={faults} /> : <Text role="status">Fetching it…</Text>;
  const { figures, revision } = read;
  const { plan } = revision;
  return (
    <View style={{ gap: 4 }} role="region" aria-label={`Plan ${revision.number} as issued`}>
      <Drifted says={revision.drifted}>
        <Text>The figures below are those it was issued with.</Text>
      </Drifted>
      <Text>
        {formatLength(figures.length, units)} long, deepest {formatLength(figures.deepest.depth, units)} at{' '}
        {formatStation(figures.deepest.station, units)}, {formatLength(figures.widestTop, units)} wide at the ground at most
      </Text>
      <Text>
        Dug {formatVolume(figures.volumes.trench, units)} in the bank, fill {formatVolume(figures.volumes.fill, units)}, surplus{' '}
        {formatVolume(figures.surplus, units)} loose
      </Text>
      {plan.places.map((place) => (
        <Text key={place.id} variant="bodySmall">
          {sayPlace(place, units)}: {formatLength(place.width, units)} wide, {formatLength(place.deepest.depth, units)} deep,{' '}
          {place.sides.entry
            ? figuresIn(plan.supports.find((one) => one.place === place.id)?.kit?.name ?? 'as cut', units)
            : 'nobody goes in'}
        </Text>
      ))}
    </View>
  );
}
