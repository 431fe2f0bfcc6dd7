import { useLocalSearchParams } from 'expo-router';
import { CameraScreen } from '@/gather/camera/CameraScreen';
import { usePracticeDesk } from '@/gather/camera/usePracticeDesk';

export default function PracticeRoute() {
  const { packetId, retake } = useLocalSearchParams<{ packetId: string; retake?: string }>();
  return <CameraScreen packetId={packetId} source={usePracticeDesk()} isPractice retakes={retake} />;
}
