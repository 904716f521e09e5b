import { useLocalSearchParams } from 'expo-router';
import { PracticeRooms } from '../features/practice/PracticeRooms';

/** Practice: what there is to do, one kind of drill, or one exercise on the levers. */
export default function PracticeRoute() {
  return <PracticeRooms {...useLocalSearchParams<Partial<Record<'drill' | 'arm' | 'job' | 'level', string>>>()} />;
}
