import { useLocalSearchParams } from 'expo-router';
import { ArrivedScreen } from '@/brief/ArrivedScreen';

export default function ArrivedRoute() {
  const { briefId, attemptId } = useLocalSearchParams<{ briefId: string; attemptId: string }>();
  return <ArrivedScreen briefId={briefId} attemptId={attemptId} />;
}
