import { useLocalSearchParams } from 'expo-router';
import { ExtendScreen } from '@/marker/list/ExtendScreen';

export default function ExtendRoute() {
  const { briefId, studentId } = useLocalSearchParams<{ briefId: string; studentId: string }>();
  return <ExtendScreen briefId={briefId} studentId={studentId} />;
}
