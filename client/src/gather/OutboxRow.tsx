import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import X from 'lucide-react-native/icons/x';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { colours, radius, space } from '@/ui/tokens';
import { sayBytes } from '@/ui/sayBytes';
import { Words } from '@/ui/Words';
import type { OutboxItem } from './outboxSlice';

export interface OutboxRowProps {
  readonly item: OutboxItem;
  readonly onDismiss: () => void;
  /** the number of an earlier page made of the very same bytes */
  readonly twin?: number | null;
  readonly onLeaveOut?: () => void;
}

/** One photo on its way, with what has become of it in words. */
export function OutboxRow({ item, onDismiss, twin = null, onLeaveOut }: OutboxRowProps) {
  const Icon = item.state === 'saved' ? CircleCheck : item.state === 'refused' ? CircleAlert : CloudUpload;
  const colour =
    item.state === 'saved' ? colours.good : item.state === 'refused' ? colours.pencil : colours.quiet;
  return (
    <View role="listitem" style={styles.row}>
      <Icon size={24} color={colour} aria-hidden />
      <View style={styles.words}>
        <Words bold numberOfLines={1}>
          {item.name}
        </Words>
        <Words size="small" colour={item.state === 'refused' ? colours.pencil : colours.quiet}>
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
      </View>
      {twin !== null && onLeaveOut ? <Button label="Leave it out" onPress={onLeaveOut} /> : null}
      {item.state === 'refused' ? (
        <IconButton icon={X} label={`Dismiss ${item.name}`} onPress={onDismiss} />
      ) : null}
    </View>
  );
}

function sayState(item: OutboxItem): string {
  const unkept = 'Not saved yet, and this browser has no room to keep it: leave this page open.';
  switch (item.state) {
    case 'opening':
      return 'Being opened…';
    case 'keeping':
      return 'Being kept…';
    case 'waiting':
      if (!item.isKept) return unkept;
      return item.trouble
        ? 'Kept on this device, not on Ravlo yet. It goes up by itself as soon as it can.'
        : 'Kept on this device, waiting its turn.';
    case 'sending':
      return `${Math.round(item.progress * 100)} % of ${sayBytes(item.bytes)}`;
    case 'saved':
      return `Saved, ${sayBytes(item.bytes)}`;
    case 'refused':
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
  track: {
    height: 6,
    borderRadius: 3,
    backgroundColor: colours.line,
    overflow: 'hidden',
    marginTop: space.half,
  },
  fill: { height: 6, backgroundColor: colours.good },
});
