import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { useDeskQuery } from '@/packet/api';
import { WordButton } from '@/ui/WordButton';

export interface HandOverWayProps {
  readonly packetId: string;
  /** the packet is for a brief: then handing over is the main action, and stands below */
  readonly isTied: boolean;
}

/** The way to the class desk, where a class has asked for anything. */
export function HandOverWay({ packetId, isTied }: HandOverWayProps) {
  const router = useRouter();
  const { data: desk } = useDeskQuery();
  if (isTied || !desk || desk.briefs.length === 0) return null;
  return (
    <View>
      <WordButton
        label="Hand it over to a class"
        onPress={() => router.push(`/packet/${packetId}/hand-over`)}
      />
    </View>
  );
}
