import { useLocalSearchParams } from 'expo-router';
import { PracticeRooms } from '../features/practice/PracticeRooms';

/** Practice: what there is to do, one kind of drill, or one exercise on the levers. */
export default function PracticeRoute() {
  const { drill, arm, job } = useLocalSearchParams<{ drill: string; arm: string; job: string }>();
  return <PracticeRooms drill={drill} arm={arm} job={job} />;
}
