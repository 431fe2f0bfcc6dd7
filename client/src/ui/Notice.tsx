import type { LucideIcon } from 'lucide-react-native';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import { StyleSheet, View } from 'react-native';
import { colours, radius, space } from './tokens';
import { Words } from './Words';

export interface NoticeProps {
  /** what happened, in bold */
  readonly title: string;
  /** that nothing is lost, and what to do */
  readonly detail?: string;
  readonly tone?: 'plain' | 'attention' | 'good';
  /** a button or a link, beside the words */
  readonly action?: React.ReactNode;
  /** several of them, below the words */
  readonly below?: React.ReactNode;
}

const ICONS: Record<NonNullable<NoticeProps['tone']>, LucideIcon> = {
  plain: CircleAlert,
  attention: CircleAlert,
  good: CircleCheck,
};

/** A sentence that the person should see, on a card. */
export function Notice({ title, detail, tone = 'plain', action, below }: NoticeProps) {
  const Icon = ICONS[tone];
  const colour = tone === 'attention' ? colours.pencil : tone === 'good' ? colours.good : colours.quiet;
  return (
    <View role={tone === 'attention' ? 'alert' : 'status'} style={styles.card}>
      <Icon size={24} color={colour} aria-hidden />
      <View style={styles.words}>
        <Words bold>{title}</Words>
        {detail ? <Words colour={colours.quiet}>{detail}</Words> : null}
        {below ? <View style={styles.below}>{below}</View> : null}
      </View>
      {action}
    </View>
  );
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    padding: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, gap: 2 },
  below: { paddingTop: space.one },
});
