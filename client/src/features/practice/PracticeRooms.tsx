import { exerciseIds, levels, skills, type ExerciseId, type Skill } from '@tamper/core/practised';
import { PracticeScreen } from './PracticeScreen';
import { later } from '../../ui/later';

const DrillScreen = later(async () => (await import('./DrillScreen')).DrillScreen);
const JobDrill = later(async () => (await import('./DrillScreen')).JobDrill);
const ArmScreen = later(async () => (await import('./ArmScreen')).ArmScreen);
const OwnRunScreen = later(async () => (await import('./OwnRunScreen')).OwnRunScreen);

const known = <T extends string>(list: readonly T[], word: string | undefined): T | undefined => list.find((one) => one === word);

/** The rooms of practice by what the address names; what it names wrongly leads to all of them. */
export function PracticeRooms({ drill, arm, job, level }: Partial<Record<'drill' | 'arm' | 'job' | 'level', string>>) {
  const skill = known<Skill>(skills, drill);
  const exercise = known<ExerciseId>(exerciseIds, arm);
  if (skill && job) return <JobDrill key={skill} jobId={job} skill={skill} level={levels.find((one) => String(one) === level) ?? 1} />;
  if (skill) return <DrillScreen key={skill} skill={skill} />;
  if (exercise) return <ArmScreen key={exercise} id={exercise} back={job ? `/practice?job=${job}` : '/practice'} />;
  return job ? <OwnRunScreen key={job} jobId={job} /> : <PracticeScreen />;
}
