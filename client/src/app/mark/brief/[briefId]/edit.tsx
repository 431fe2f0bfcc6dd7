import { useLocalSearchParams } from 'expo-router';
import { BriefFormScreen } from '@/marker/form/BriefFormScreen';

export default function EditBriefRoute() {
  const { briefId } = useLocalSearchParams<{ briefId: string }>();
  return <BriefFormScreen briefId={briefId} />;
}
