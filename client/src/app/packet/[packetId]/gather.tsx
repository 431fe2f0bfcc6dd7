import { useLocalSearchParams } from 'expo-router';
import { GatherScreen } from '@/gather/GatherScreen';

export default function GatherRoute() {
  const { packetId, before, worksheet } = useLocalSearchParams<{
    packetId: string;
    before?: string;
    worksheet?: string;
  }>();
  return <GatherScreen packetId={packetId} before={before} worksheet={worksheet} />;
}
