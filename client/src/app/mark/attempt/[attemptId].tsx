import { useLocalSearchParams } from 'expo-router';
import { ReadingScreen } from '@/marker/reading/ReadingScreen';

export default function ReadingRoute() {
  const { attemptId, part } = useLocalSearchParams<{ attemptId: string; part?: string }>();
  return <ReadingScreen attemptId={attemptId} part={part ?? null} />;
}
