import { useLocalSearchParams } from 'expo-router';
import { TableScreen } from '@/table/TableScreen';

export default function TableRoute() {
  const { packetId } = useLocalSearchParams<{ packetId: string }>();
  return <TableScreen packetId={packetId} />;
}
