import { useLocalSearchParams } from 'expo-router';
import { MarkedScreen } from '@/brief/marked/MarkedScreen';

export default function MarkedRoute() {
  const { briefId, attemptId } = useLocalSearchParams<{ briefId: string; attemptId: string }>();
  return <MarkedScreen briefId={briefId} attemptId={attemptId} />;
}
