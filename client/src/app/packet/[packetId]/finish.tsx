import { useLocalSearchParams } from 'expo-router';
import { FinishScreen } from '@/finish/FinishScreen';

export default function FinishRoute() {
  const { packetId } = useLocalSearchParams<{ packetId: string }>();
  return <FinishScreen packetId={packetId} />;
}
