import { fillAt, filledTo, settlementAt } from '@tamper/core/fill';
import type { RevisionHead } from '@tamper/core/issue';
import { bookJson, handoverPack, type HandoverPack, type PackDrawing } from '@tamper/core/pack';
import { useMemo, useRef, useState } from 'react';
import { ScrollView } from 'react-native';
import useSWR from 'swr';
import { deviceClock } from '../../data/deviceClock';
import { fromDevice } from '../../data/localFirst';
import { LadderPlot } from '../../drawing/LadderPlot';
import { RecordPlan } from '../../drawing/RecordPlan';
import { TestPlot } from '../../drawing/TestPlot';
import { svgText } from '../../print/svgText';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, saveBlob, saveText } from '../../ui/files';
import { printedOn } from '../../ui/moment';
import { sentencesOf } from '../../ui/sentences';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { filed } from '../../workers/filed';
import { useLayOf } from '../lay/context';
import { useCoveredBy } from '../lay/useCoverGate';
import { useSite } from '../site/context';
import { useRecord } from './context';
import { ProofCard } from './ProofCard';
import { proofOf, useSeen } from './seal';

/** As wide as a page of the pack, and as high as a third of one. */
const SIZE = { width: 500, height: 300 };
/** The PDF shows so many photos; the folder has them all. */
const PRINTED = 60;

/** The pack as the core puts it together; undefined while something of it is still looked at. */
function usePack(): HandoverPack | undefined {
  const { job, run, rules, force, book, jobId, runId } = useSite();
  const record = useRecord();
  const lay = useLayOf();
  const cover = useCoveredBy(lay);
  const { data } = useSWR<{ items: RevisionHead[] }>(force ? `/runs/${runId}/revisions?${force.number}` : null, (path: string) =>
    fromDevice<{ items: RevisionHead[] }>(path, jobId),
  );
  const entries = book.book;
  const heads = data?.items;
  const seal = useSeen(jobId, entries)?.[runId]?.at(-1);
  return useMemo(() => {
    if (!lay || !cover || !force || !entries || !heads) return undefined;
    const head = heads.find(({ id }) => id === force.id);
    return handoverPack({
      ...record,
      job,
      run,
      rules,
      revision: { number: force.number, digest: head?.digest ?? '', at: head?.at ?? '', author: head?.author ?? '' },
      book: entries,
      lay: lay.report,
      cover,
      tasks: [...lay.tasks.open, ...record.tasks.open],
      issues: heads,
      seal,
    });
  }, [lay, cover, force, entries, heads, record, job, run, rules, seal]);
}

/** What is handed over: the pack to print, a folder that needs no program, and files others read. */
export function FilesTab() {
  const pack = usePack();
  return (
    <>
      {pack ? <PackCard pack={pack} /> : <Text role="status">Looking at the record…</Text>}
      <ProofCard />
      <Files />
    </>
  );
}

function PackCard({ pack }: { pack: HandoverPack }) {
  const { job, run, book, jobId } = useSite();
  const { points } = useRecord();
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState('');
  const sheets = useRef<HTMLElement>(null);
  const drawings = useMemo(() => pack.chapters.flatMap((chapter) => chapter.drawings), [pack]);
  const missing = pack.chapters.reduce((sum, chapter) => sum + chapter.missing.length, 0);
  /** Drawings by their titles, as they stand on this page. */
  const drawn = () => Object.fromEntries([...(sheets.current?.children ?? [])].map((box, i) => [drawings[i]?.title ?? '', svgOf(box)]));
  const make = async (as: 'pdf' | 'zip') => {
    setFaults([]);
    setBusy('Putting it together…');
    try {
      // What writes pages comes when they are written.
      const { packFolder, packPdf, picturesOfPack } = await import('./packPages');
      const tell = (done: number, all: number) => setBusy(`Photos: ${done} of ${all}…`);
      const pictures = await (as === 'pdf' ? picturesOfPack(pack, 'small', PRINTED, tell) : picturesOfPack(pack, 'full', Infinity, tell));
      setBusy('Writing it…');
      if (as === 'pdf') {
        const { writePdf } = await import('../../print/pdf');
        saveBlob(fileName(`${run.name} handover`, 'pdf'), await writePdf(packPdf(pack, drawn(), pictures, printedOn())));
      } else {
        const files = {
          job,
          run,
          points,
          book: book.book ?? [],
          at: new Date(deviceClock().now()).toISOString(),
          proof: await proofOf(jobId),
        };
        saveBlob(fileName(`${run.name} handover`, 'zip'), await packFolder(pack, drawn(), pictures, printedOn(), files));
      }
    } catch (fault) {
      setFaults(sentencesOf(fault));
    } finally {
      setBusy('');
    }
  };
  return (
    <Card title="Handover pack">
      <Text>What was asked, laid, measured, filled and tested, and who signed.</Text>
      {missing > 0 ? <Text>{missing} things are missing, and printed as missing.</Text> : null}
      <Button mode="contained" icon="download" disabled={busy !== ''} onPress={() => void make('pdf')}>
        Pack as PDF
      </Button>
      <Button mode="outlined" icon="download" disabled={busy !== ''} onPress={() => void make('zip')}>
        Folder for any browser
      </Button>
      {busy ? <Text role="status">{busy}</Text> : null}
      <Faults title="Not written" faults={faults} />
      <ScrollView horizontal tabIndex={0} aria-label="Drawings of the pack">
        <View ref={sheets as never} style={{ flexDirection: 'row', gap: 12 }}>
          {drawings.map((drawing) => (
            <View key={drawing.title} style={{ width: SIZE.width, gap: 4 }}>
              <Text variant="titleSmall">{drawing.title}</Text>
              <View pointerEvents="none">
                <Drawing drawing={drawing} />
              </View>
            </View>
          ))}
        </View>
      </ScrollView>
    </Card>
  );
}
const svgOf = (box: Element): string => {
  const svg = box.querySelector('svg');
  return svg ? svgText(svg) : '';
};

function Drawing({ drawing }: { drawing: PackDrawing }) {
  const { job, run } = useSite();
  const { points, ties, fill } = useRecord();
  const { units } = job;
  switch (drawing.kind) {
    case 'plan':
      return <RecordPlan label={drawing.title} run={run} points={points} held={ties} units={units} {...SIZE} />;
    case 'tie':
      return (
        <RecordPlan
          label={drawing.title}
          run={run}
          points={[drawing.point]}
          held={ties}
          units={units}
          {...SIZE}
          tapes={{ at: drawing.point.at, from: drawing.ties }}
        />
      );
    case 'test':
      return drawing.verdict.curve ? <TestPlot curve={drawing.verdict.curve} units={units} /> : null;
    case 'section': {
      const state = fillAt(fill, drawing.station);
      return state ? (
        <LadderPlot
          section={state.section}
          rungs={drawing.rungs}
          filled={filledTo(state)}
          crown={settlementAt(fill, drawing.station)?.crown ?? 0}
          units={units}
        />
      ) : null;
    }
  }
}

/** Open formats: points, the book. */
function Files() {
  const { job, run, book } = useSite();
  const { points } = useRecord();
  const [faults, setFaults] = useState<string[]>([]);
  const save = async (what: string, extension: string, type: string, write: () => Promise<string>) => {
    setFaults([]);
    try {
      await saveText(fileName(`${run.name} ${what}`, extension), await write(), type);
    } catch (fault) {
      setFaults(sentencesOf(fault));
    }
  };
  // What writes them comes when one is asked for.
  const writers = () => import('@tamper/core/asLaidFiles');
  const runs = [{ run, points }];
  const rows = [
    { label: 'Points as CSV', go: () => save('as laid', 'csv', 'text/csv', async () => (await writers()).writeAsLaidCsv(runs)) },
    {
      label: 'Points as GeoJSON',
      go: () => save('as laid', 'geojson', 'application/geo+json', async () => (await writers()).writeAsLaidGeoJson(job, runs)),
    },
    { label: 'Points as DXF', go: () => save('as laid', 'dxf', 'image/vnd.dxf', async () => (await writers()).writeAsLaidDxf(job, runs)) },
    {
      label: 'Points as LandXML',
      go: () =>
        save('as laid', 'xml', 'application/xml', async () =>
          (await writers()).writeAsLaidLandXml(job, runs, new Date(deviceClock().now()).toISOString()),
        ),
    },
    {
      label: 'The book as CSV',
      go: () => save('book', 'csv', 'text/csv', () => filed<string>((worker) => worker.bookCsv(book.book ?? [], job.units))),
    },
    { label: 'The book as JSON', go: () => save('book', 'json', 'application/json', () => Promise.resolve(bookJson(book.book ?? []))) },
  ];
  return (
    <Card title="Files others read">
      {rows.map(({ label, go }) => (
        <Button key={label} mode="outlined" icon="download" onPress={() => void go()}>
          {label}
        </Button>
      ))}
      <Faults title="Not written" faults={faults} />
    </Card>
  );
}
