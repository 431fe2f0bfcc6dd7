import { useLocalSearchParams } from 'expo-router';
import { BriefScreen } from '@/brief/BriefScreen';

export default function BriefRoute() {
  const { briefId } = useLocalSearchParams<{ briefId: string }>();
  return <BriefScreen briefId={briefId} />;
}
