import { useLocalSearchParams } from 'expo-router';
import { BriefFormScreen } from '@/marker/form/BriefFormScreen';

export default function NewBriefRoute() {
  const { classId } = useLocalSearchParams<{ classId: string }>();
  return <BriefFormScreen classId={classId} />;
}
