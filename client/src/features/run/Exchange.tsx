import type { DrawnLine, ExistingLine, Patch } from '@tamper/core';
import type { Alignment, GeoJsonPlan } from '@tamper/core/formats';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import type { JobDocument } from '../../data/documents';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, pickText, saveText } from '../../ui/files';
import { Notice } from '../../ui/Notice';
import { OptionalField } from '../../ui/OptionalField';
import { View } from '../../ui/View';
import { sentencesOf } from '../../ui/sentences';
import { filed } from '../../workers/filed';
import { useRunEdit } from './context';

/** Largest file taken, characters; the readers set their own limits below it. */
const MOST = 20_000_000;

/** The line, its levels and its neighbours in and out of other programs. */
export function Exchange({ job: document }: { job: JobDocument }) {
  const { job, run, apply } = useRunEdit();
  const [faults, setFaults] = useState<string[]>([]);
  const [message, setMessage] = useState<string>();
  const [choices, setChoices] = useState<{ label: string; take: () => void }[]>([]);
  const attempt = (work: () => Promise<void>) => {
    setFaults([]);
    setMessage(undefined);
    setChoices([]);
    work().catch((fault: unknown) => setFaults(sentencesOf(fault)));
  };
  /** Takes patches, or says why not. */
  const put = (patches: readonly Patch[], done: string) => {
    const fault = apply(patches);
    if (fault) setFaults([fault]);
    else setMessage(done);
    setChoices([]);
  };

  const out =
    (name: string, extension: string, type: string, make: (worker: Parameters<Parameters<typeof filed>[0]>[0]) => Promise<unknown>) => () =>
      attempt(async () => saveText(fileName(name, extension), await filed<string>(make), type));

  const fromGeoJson = async (text: string) => {
    const read = await filed<GeoJsonPlan>((worker) => worker.readGeoJson(text, job.origin));
    if (read.origin && !job.origin) document.change({ ...document.doc, origin: read.origin });
    const [marks] = await filed<ExistingLine[][]>((worker) => worker.marksOn({ ...job, origin: read.origin }, [run], text));
    const lay = (drawn: DrawnLine) => async () =>
      put(await filed<Patch[]>((worker) => worker.alongDrawn(run, drawn)), `Laid along ${drawn.name ?? 'the line of the file'}.`);
    const lines = marks ?? [];
    const enter = () => put([{ path: ['existing'], value: [...run.existing, ...lines] }], `${lines.length} existing lines entered.`);
    setChoices([
      ...read.runs.map((drawn, index) => ({
        label: `Lay the run along ${drawn.name ?? `line ${index + 1}`}${drawn.levels ? ', with its levels' : ''}`,
        take: () => attempt(lay(drawn)),
      })),
      ...(lines.length > 0
        ? [{ label: `Enter ${lines.length} existing ${lines.length === 1 ? 'line' : 'lines'} that cross or run beside`, take: enter }]
        : []),
    ]);
    if (read.runs.length === 0 && lines.length === 0) setMessage('There is nothing in this file that comes near this run.');
  };

  const fromLandXml = async (text: string) => {
    const alignments = await filed<Alignment[]>((worker) => worker.readLandXml(text));
    setChoices(
      alignments.map((alignment) => ({
        label: `Take ${alignment.name}${alignment.ground ? ', ground' : ''}${alignment.design ? ', design as inverts' : ''}`,
        take: () =>
          attempt(async () =>
            put(await filed<Patch[]>((worker) => worker.alongAlignment(run, alignment)), `Laid along ${alignment.name}.`),
          ),
      })),
    );
  };

  const bringIn = () =>
    attempt(async () => {
      const picked = await pickText(['.geojson', '.json', '.xml', 'application/geo+json', 'application/json', 'text/xml'], MOST);
      if (!picked) return;
      if (/^\s*(?:\uFEFF)?</.test(picked.text)) await fromLandXml(picked.text);
      else await fromGeoJson(picked.text);
    });

  const coordinate = (label: string, key: 'lat' | 'lon', most: number) => (
    <OptionalField
      label={label}
      value={job.origin?.[key]}
      format={(degrees) => `${Number(degrees.toFixed(7))}°`}
      parse={(text) => {
        const degrees = Number(text.replace('°', '').trim());
        return Number.isFinite(degrees) && Math.abs(degrees) <= most
          ? { ok: true, value: degrees, understood: `${degrees}°` }
          : { ok: false, error: `Type degrees from −${most} to ${most}, with a minus for south and west.` };
      }}
      onValue={(degrees) => {
        const origin = degrees === undefined ? null : { lat: 0, lon: 0, ...job.origin, [key]: degrees };
        document.change({ ...document.doc, origin }, `origin.${key}`);
        return undefined;
      }}
    />
  );

  return (
    <Card title="In and out">
      <Button mode="tonal" icon="upload" onPress={bringIn}>
        Import GeoJSON or LandXML
      </Button>
      <Faults title="Nothing was taken. The run is as it was." faults={faults} />
      {message ? <Notice kind="note" role="status" title={message} /> : null}
      {choices.map(({ label, take }) => (
        <Button key={label} mode="outlined" onPress={take}>
          {label}
        </Button>
      ))}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button icon="download" onPress={out(run.name, 'geojson', 'application/geo+json', (worker) => worker.geoJson(job, [run]))}>
          GeoJSON
        </Button>
        <Button
          icon="download"
          onPress={out(run.name, 'xml', 'text/xml', (worker) => worker.landXml(job, [run], new Date().toISOString()))}
        >
          LandXML
        </Button>
        <Button icon="download" onPress={out(`${run.name} plan`, 'dxf', 'image/vnd.dxf', (worker) => worker.planDxf(job, [run]))}>
          DXF plan
        </Button>
        <Button icon="download" onPress={out(`${run.name} long section`, 'dxf', 'image/vnd.dxf', (worker) => worker.sectionDxf(job, run))}>
          DXF long section
        </Button>
      </View>
      <Text variant="bodySmall">
        Plan coordinates are metres east and north of the job’s origin. Say where that lies, and GeoJSON goes out in degrees; leave it empty
        for the site’s own metres.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {coordinate('Origin, latitude', 'lat', 85)}
        {coordinate('Origin, longitude', 'lon', 180)}
      </View>
    </Card>
  );
}
