import { useLocalSearchParams } from 'expo-router';
import { GatherScreen } from '@/gather/GatherScreen';

export default function GatherRoute() {
  const { packetId } = useLocalSearchParams<{ packetId: string }>();
  return <GatherScreen packetId={packetId} />;
}
