import { useLocalSearchParams } from 'expo-router';
import { ClassScreen } from '@/marker/classes/ClassScreen';

export default function ClassRoute() {
  const { classId } = useLocalSearchParams<{ classId: string }>();
  return <ClassScreen key={classId} classId={classId} />;
}
