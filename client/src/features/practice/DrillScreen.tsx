import { drillOf, type Choice, type Drill } from '@tamper/core/practiceDrills';
import { DRILL_VERSION, standingOf } from '@tamper/core/practiceProgress';
import { skillName, type Level, type Skill } from '@tamper/core/practised';
import { resolveRules } from '@tamper/core/rules';
import { useMemo, useState } from 'react';
import { useJob } from '../../data/documents';
import { Icon } from '../../theme/Icon';
import { colours, TARGET } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Loading } from '../../ui/Loading';
import { Press } from '../../ui/Press';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useRoom } from '../../ui/useRoom';
import { addAttempt, useAttempts, useSetting, type Setting } from './attempts';
import { DrillSketch } from './DrillSketch';

/** A seed nobody has seen, from the device's own chance. */
const newSeed = (): number => (crypto.getRandomValues(new Uint32Array(1))[0] as number) >>> 1;

/** A skill as it is practised for a job: by its rules, in its units, at a level that was set. */
export function JobDrill({ jobId, skill, level }: { jobId: string; skill: Skill; level: Level }) {
  const { document: job, error, retry } = useJob(jobId);
  const back = `/practice?job=${jobId}`;
  if (job) return <DrillScreen skill={skill} at={{ level, rules: job.doc.ruleSet, units: job.doc.units, back }} />;
  return (
    <>
      <TopBar title={skillName(skill).name} back={back} />
      <Loading error={error} retry={retry} what="the job" />
    </>
  );
}

/** One drill after another of a skill: asked, answered, explained. @param at for a job; else by what is chosen under Practice, at the level somebody has come to. */
export function DrillScreen({ skill, at }: { skill: Skill; at?: Pick<Setting, 'rules' | 'units'> & { level: Level; back: string } }) {
  const attempts = useAttempts();
  const setting = useSetting();
  const { rules, units } = at ?? setting;
  const { level: own, tries, right } = standingOf(attempts, skill);
  const level = at?.level ?? own;
  // The level of a drill is the one at which it was asked, whatever its answer makes of it.
  const [asked, setAsked] = useState(() => ({ level, seed: newSeed() }));
  const [chosen, setChosen] = useState<Choice>();
  const drill = useMemo(() => drillOf({ skill, ...asked }, resolveRules(rules), units).drill, [skill, asked, rules, units]);
  const answer = (choice: Choice) => {
    if (chosen) return;
    setChosen(choice);
    void addAttempt({
      what: skill,
      level: drill.level,
      seed: drill.seed,
      right: choice.right,
      said: choice.text,
      by: rules,
      version: DRILL_VERSION,
    });
  };
  const next = () => {
    setChosen(undefined);
    setAsked({ level, seed: newSeed() });
  };
  return (
    <>
      <TopBar
        title={skillName(skill).name}
        subtitle={`Level ${asked.level} of 3${tries > 0 ? ` · ${right} of ${tries} right` : ''}`}
        back={at?.back ?? '/practice'}
      />
      <Page terms={false}>
        <Asked drill={drill} />
        <View role="list" aria-label="Answers" style={{ gap: 8 }}>
          {drill.choices.map((choice) => (
            <View role="listitem" key={choice.id}>
              <Answer choice={choice} chosen={chosen} onPress={() => answer(choice)} />
            </View>
          ))}
        </View>
        {chosen ? <Explained drill={drill} chosen={chosen} onNext={next} /> : null}
      </Page>
    </>
  );
}

function Asked({ drill }: { drill: Drill }) {
  const { page } = useRoom();
  return (
    <Card title={drill.question}>
      {drill.drawing ? <DrillSketch drawing={drill.drawing} width={Math.min(page, 760) - 50} /> : null}
      <View role="list" aria-label="What is known" style={{ gap: 4 }}>
        {drill.given.map((line) => (
          <Text key={line} role="listitem" variant="bodyLarge">
            {line}
          </Text>
        ))}
      </View>
    </Card>
  );
}

/** An answer to press; once one was chosen each says whether it is right. */
function Answer({ choice, chosen, onPress }: { choice: Choice; chosen: Choice | undefined; onPress: () => void }) {
  const own = chosen?.id === choice.id;
  const shows = chosen !== undefined && (own || choice.right);
  const colour = !shows ? colours.line : choice.right ? colours.good : colours.stop;
  const verdict = choice.right ? 'Right' : 'Wrong';
  return (
    <Press
      role="button"
      aria-label={shows ? `${choice.text}: ${verdict.toLowerCase()}` : choice.text}
      aria-disabled={chosen !== undefined}
      onPress={onPress}
      style={{
        minHeight: TARGET + 8,
        flexDirection: 'row',
        alignItems: 'center',
        gap: 10,
        padding: 12,
        borderRadius: 8,
        borderWidth: shows ? 2 : 1,
        borderColor: colour,
        backgroundColor: own && !choice.right ? colours.stopWash : colours.paper,
      }}
    >
      <Text variant="titleMedium" style={{ flex: 1 }}>
        {choice.text}
      </Text>
      {shows ? (
        <>
          <Icon name={choice.right ? 'check' : 'stop'} color={colour} />
          <Text variant="labelLarge" style={{ color: colour }}>
            {verdict}
          </Text>
        </>
      ) : null}
    </Press>
  );
}

/** Why: of the answer given, then how the right one comes about. */
function Explained({ drill, chosen, onNext }: { drill: Drill; chosen: Choice; onNext: () => void }) {
  return (
    <Card title={chosen.right ? 'Right' : 'Not right'}>
      <View role="status" style={{ gap: 6 }}>
        {chosen.right
          ? null
          : chosen.why.map((line) => (
              <Text key={line} variant="titleSmall">
                {line}
              </Text>
            ))}
        {drill.reasoning
          .filter((line) => chosen.right || !chosen.why.includes(line))
          .map((line) => (
            <Text key={line} variant="bodyLarge">
              {line}
            </Text>
          ))}
      </View>
      <Button mode="contained" onPress={onNext}>
        Next one
      </Button>
    </Card>
  );
}
