import { useLocalSearchParams } from 'expo-router';
import { WorkListScreen } from '@/marker/list/WorkListScreen';

export default function WorkListRoute() {
  const { briefId } = useLocalSearchParams<{ briefId: string }>();
  return <WorkListScreen key={briefId} briefId={briefId} />;
}
