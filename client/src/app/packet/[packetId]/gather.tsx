import { useLocalSearchParams } from 'expo-router';
import { GatherScreen } from '@/gather/GatherScreen';

export default function GatherRoute() {
  const { packetId, before } = useLocalSearchParams<{ packetId: string; before?: string }>();
  return <GatherScreen packetId={packetId} before={before} />;
}
