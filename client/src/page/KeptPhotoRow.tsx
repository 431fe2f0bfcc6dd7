import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import { StyleSheet, View } from 'react-native';
import type { PhotoItem } from '@/packet/photosSlice';
import { Button } from '@/ui/Button';
import { colours, radius, space } from '@/ui/tokens';
import { sayBytes } from '@ravlo/contract';
import { Words } from '@/ui/Words';
import { KeptPicture } from './KeptPicture';

export interface KeptPhotoRowProps {
  readonly item: PhotoItem;
  /** asks what can be done with a photo that does not get through */
  readonly onWays: () => void;
  /** the number of an earlier page made of the very same bytes */
  readonly twin?: number | null;
  readonly onLeaveOut?: () => void;
}

/** One photo on its way, with what has become of it in words. */
export function KeptPhotoRow({ item, onWays, twin = null, onLeaveOut }: KeptPhotoRowProps) {
  const isHeld = item.state === 'held';
  const isSaved = item.state === 'confirmed';
  const Icon = isSaved ? CircleCheck : isHeld ? CircleAlert : CloudUpload;
  const colour = isSaved ? colours.good : isHeld ? colours.pencil : colours.quiet;
  return (
    <View role="listitem" style={styles.row}>
      {isHeld ? <KeptPicture photoKey={item.key} /> : null}
      <Icon size={24} color={colour} aria-hidden />
      <View style={styles.words}>
        <Words bold numberOfLines={1}>
          {item.name}
        </Words>
        <Words size="small" colour={isHeld ? colours.pencil : colours.quiet}>
          {twin === null ? sayState(item) : `You have this very photo already, as page ${twin}.`}
        </Words>
        {item.state === 'sending' ? (
          <View
            role="progressbar"
            aria-label={`Sending ${item.name}`}
            aria-valuenow={Math.round(item.progress * 100)}
            style={styles.track}
          >
            <View style={[styles.fill, { width: `${Math.round(item.progress * 100)}%` }]} />
          </View>
        ) : null}
        {isHeld || (item.state === 'waiting' && item.trouble) ? (
          <View style={styles.ways}>
            <Button compact label="What to do…" describes={`What to do with ${item.name}`} onPress={onWays} />
          </View>
        ) : null}
      </View>
      {twin !== null && onLeaveOut ? <Button label="Leave it out" onPress={onLeaveOut} /> : null}
    </View>
  );
}

function sayState(item: PhotoItem): string {
  switch (item.state) {
    case 'opening':
      return 'Being opened…';
    case 'waiting':
      if (!item.isKept)
        return 'Not saved yet, and this browser has no room to keep it: leave this page open.';
      return item.trouble
        ? 'Kept on this device, not on Ravlo yet. It goes up by itself as soon as it can.'
        : 'Kept on this device, waiting its turn.';
    case 'hashing':
      return 'Being read…';
    case 'sending':
      return `${Math.round(item.progress * 100)} % of ${sayBytes(item.bytes)}`;
    case 'confirmed':
      return `Saved, ${sayBytes(item.bytes)}`;
    case 'held':
      return item.trouble?.detail ?? 'This file cannot be used.';
  }
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    padding: space.one * 1.5,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, gap: 2 },
  ways: { alignItems: 'flex-start', paddingTop: space.half },
  track: {
    height: 6,
    borderRadius: 3,
    backgroundColor: colours.line,
    overflow: 'hidden',
    marginTop: space.half,
  },
  fill: { height: 6, backgroundColor: colours.good },
});
