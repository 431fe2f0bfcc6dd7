import { StyleSheet, View } from 'react-native';
import { sayBytes, sayStretch } from '@ravlo/contract';
import { Notice } from '@/ui/Notice';
import { Ruler } from '@/ui/Ruler';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { Handing } from './useHandOver';

export interface GoingProps {
  readonly handing: Handing;
  /** what is said while nothing goes on */
  readonly otherwise: string;
}

/** Whether it is handed over; until it has arrived: not yet, and why. */
export function Going({ handing, otherwise }: GoingProps) {
  if (handing.state === 'failed')
    return <Notice tone="attention" title="Not handed over yet." detail={handing.why} />;
  const progress = handing.state === 'going' ? handing.progress : null;
  return (
    <View style={styles.all}>
      {progress ? (
        <Ruler label="How much of it is there" amount={progress.sent} most={progress.total} />
      ) : null}
      <Words size="small" colour={colours.quiet} align="center" role="status">
        {handing.state === 'going' ? `Not handed over yet. ${handing.says}` : otherwise}
      </Words>
      {progress ? (
        <Words size="small" colour={colours.quiet} align="center">
          {`${sayBytes(progress.sent)} of ${sayBytes(progress.total)}${progress.left === null ? '' : `, ${sayLeft(progress.left)} to go`}`}
        </Words>
      ) : null}
    </View>
  );
}

const sayLeft = (ms: number) => (ms < 60_000 ? `${Math.max(1, Math.ceil(ms / 1000))} s` : sayStretch(ms));

const styles = StyleSheet.create({ all: { gap: space.half } });
