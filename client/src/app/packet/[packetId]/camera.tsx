import { useLocalSearchParams } from 'expo-router';
import { CameraScreen } from '@/gather/camera/CameraScreen';
import { useCamera } from '@/gather/camera/useCamera';

export default function CameraRoute() {
  const { packetId, retake } = useLocalSearchParams<{ packetId: string; retake?: string }>();
  return <CameraScreen packetId={packetId} source={useCamera()} isPractice={false} retakes={retake} />;
}
