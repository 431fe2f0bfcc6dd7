import { useLocalSearchParams } from 'expo-router';
import { BenchScreen } from '@/bench/BenchScreen';

export default function BenchRoute() {
  const { packetId, pageId } = useLocalSearchParams<{ packetId: string; pageId: string }>();
  return <BenchScreen packetId={packetId} pageId={pageId} />;
}
