import { useLocalSearchParams } from 'expo-router';
import { HandOverScreen } from '@/handover/HandOverScreen';

export default function HandOverRoute() {
  const { packetId, brief } = useLocalSearchParams<{ packetId: string; brief?: string }>();
  return <HandOverScreen packetId={packetId} briefId={brief ?? null} />;
}
