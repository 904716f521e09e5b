import { useLocalSearchParams } from 'expo-router';
import { JobPeopleScreen } from '../features/people/JobPeopleScreen';
import { PeopleScreen } from '../features/people/PeopleScreen';

/** People of a job where one is named, else whoever works here. */
export default function PeopleRoute() {
  const { code = '', job } = useLocalSearchParams<{ code: string; job: string }>();
  return job ? <JobPeopleScreen key={job} jobId={job} /> : <PeopleScreen key={code} code={code} />;
}
