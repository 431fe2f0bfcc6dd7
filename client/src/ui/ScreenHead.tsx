import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { StyleSheet, View } from 'react-native';
import { IconButton } from './IconButton';
import { colours } from './tokens';
import { Words } from './Words';

export interface ScreenHeadProps {
  readonly title: string;
  /** a line below it */
  readonly detail?: string | null;
  /** where it leads back to, as "To the shelf" */
  readonly back: string;
  /** left out where there is no way back */
  readonly onBack?: () => void;
  /** at its end */
  readonly children?: React.ReactNode;
}

/** The head of most screens: the way back, and what this is. */
export function ScreenHead({ title, detail, back, onBack, children }: ScreenHeadProps) {
  return (
    <>
      {onBack ? <IconButton icon={ArrowLeft} label={back} onPress={onBack} /> : null}
      <View style={styles.title}>
        <Words size="title" bold heading={1} numberOfLines={2}>
          {title}
        </Words>
        {detail ? (
          <Words size="small" colour={colours.quiet} numberOfLines={1}>
            {detail}
          </Words>
        ) : null}
      </View>
      {children}
    </>
  );
}

const styles = StyleSheet.create({ title: { flex: 1, minWidth: 0 } });
