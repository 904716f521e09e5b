import { useLocalSearchParams } from 'expo-router';
import { CatalogueScreen } from '../../../features/catalogue/CatalogueScreen';

export default function CatalogueRoute() {
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  return <CatalogueScreen key={jobId} jobId={jobId} />;
}
