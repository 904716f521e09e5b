import { machineOf, productOf } from '@tamper/core/job';
import type { Order } from '@tamper/core/order';
import { resolveRules } from '@tamper/core/rules';
import { acrossScene, alongScene, setUpAt } from '@tamper/core/scene';
import { sectionAt } from '@tamper/core/section';
import { formatLength, formatStation } from '@tamper/core/units';
import { useMemo, useRef, useState } from 'react';
import { ScrollView } from 'react-native';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { LongSection } from '../../drawing/LongSection';
import { PlanDrawing } from '../../drawing/PlanDrawing';
import { ReachDrawing } from '../../drawing/ReachDrawing';
import { SectionDrawing } from '../../drawing/SectionDrawing';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { View } from '../../ui/View';
import { fileName, saveBlob } from '../../ui/files';
import { printedOn } from '../../ui/moment';
import { sentencesOf } from '../../ui/sentences';
import { useLogistics } from './context';
import type { PackDrawing } from './packDocument';
import { writePdf } from '../../print/pdf';
import { svgText } from '../../print/svgText';

/** Three of them go on a page, with their titles. */
const SIZE = { width: 680, height: 276 };
const nothing = () => undefined;

/** What goes on paper: the drawings as they will be printed, and the button that prints them with the order. */
export function Pack({ order }: { order: Order }) {
  const { job, run, plan } = useLogistics();
  const sheets = useRef<HTMLElement>(null);
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const drawings = useDrawings();
  const print = async () => {
    setBusy(true);
    setFaults([]);
    try {
      const pictures = [...(sheets.current?.querySelectorAll('svg') ?? [])]
        // Icons of buttons over a drawing are no drawings.
        .filter((svg) => Number(svg.getAttribute('width')) === SIZE.width)
        .map(svgText);
      // What writes it comes when it is printed.
      const { packDocument } = await import('./packDocument');
      const titled = drawings.map(({ title }, i): PackDrawing => ({ title, svg: pictures[i] ?? '' })).filter(({ svg }) => svg !== '');
      saveBlob(fileName(`${run.name} pack`, 'pdf'), await writePdf(packDocument(job, run, plan, order, titled, printedOn())));
    } catch (fault) {
      setFaults(sentencesOf(fault));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Card title="Plan pack to print">
      <Text>Findings, drawings and the order on A4, as PDF.</Text>
      <Button mode="contained" icon="download" disabled={busy} onPress={() => void print()}>
        {busy ? 'Writing the pack…' : 'Plan pack as PDF'}
      </Button>
      <Faults title="Not written" faults={faults} />
      <ScrollView horizontal tabIndex={0} aria-label="Drawings of the pack">
        <View ref={sheets as never} style={{ flexDirection: 'row', gap: 12 }}>
          {drawings.map(({ title, drawing }) => (
            <View key={title} style={{ gap: 4, width: SIZE.width }}>
              <Text variant="titleSmall">{title}</Text>
              <View pointerEvents="none">{drawing}</View>
            </View>
          ))}
        </View>
      </ScrollView>
    </Card>
  );
}

/** The drawings of the pack, each as large as the others: plan, long section, the section and the machine at the deepest. */
function useDrawings(): { title: string; drawing: React.ReactNode }[] {
  const { job, run, plan } = useLogistics();
  return useMemo(() => {
    const { units } = job;
    const at = plan.deepest.station;
    const rules = resolveRules(job.ruleSet, job.overrides);
    const section = sectionAt(job, run, at);
    const reach = run.reaches[section.reachIndex];
    const machine = machineOf(job);
    const stand = setUpAt(plan, at);
    const along = stand && alongScene(run, plan, stand);
    const across = acrossScene(job, run, at, machine);
    return [
      {
        title: 'Plan',
        drawing: (
          <PlanDrawing
            run={run}
            plan={plan}
            others={[]}
            units={units}
            {...SIZE}
            cursor={at}
            tool="look"
            selected={undefined}
            onTouch={nothing}
            onSelect={nothing}
            onMove={nothing}
          />
        ),
      },
      {
        title: 'Long section',
        drawing: (
          <LongSection
            run={run}
            product={productOf(job, run)}
            plan={plan}
            units={units}
            {...SIZE}
            cursor={at}
            onCursor={nothing}
            clearance={rules.lineClearance.value ?? 0}
          />
        ),
      },
      ...(reach
        ? [
            {
              title: `Cross-section at ${formatStation(at, units)}, ${formatLength(section.depth, units)} deep`,
              drawing: (
                <SectionDrawing
                  section={section}
                  reach={reach}
                  units={units}
                  {...SIZE}
                  selected={undefined}
                  onPart={nothing}
                  whole
                  name={run.name}
                  ruleSet={plan.ruleSet}
                />
              ),
            },
          ]
        : []),
      ...(along && stand
        ? [
            {
              title: `${machine.name} at its place for ${formatStation(at, units)}`,
              drawing: (
                <ReachDrawing
                  machine={machine}
                  scene={along}
                  point={along.points.middle}
                  units={units}
                  {...SIZE}
                  label={`${machine.name} along the run`}
                />
              ),
            },
          ]
        : []),
      {
        title: `Swung to the heap on the ${across.side}`,
        drawing: (
          <ReachDrawing
            machine={machine}
            scene={across}
            point={across.dump}
            units={units}
            {...SIZE}
            label={`${machine.name} at its heap`}
            astride
          />
        ),
      },
    ];
  }, [job, run, plan]);
}
