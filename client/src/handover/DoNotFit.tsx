import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import { StyleSheet, View } from 'react-native';
import type { Disagreement, Page } from '@ravlo/contract';
import { PagePicture } from '@/page/PagePicture';
import { Button } from '@/ui/Button';
import { colours, radius, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface DoNotFitProps {
  readonly disagreement: Disagreement;
  readonly briefTitle: string;
  readonly packetName: string;
  /** shows what the packet really is */
  readonly firstPage: Page | undefined;
}

/** Brief and packet seem not to belong together: said before anything goes. */
export function DoNotFit({ disagreement, briefTitle, packetName, firstPage }: DoNotFitProps) {
  const { why, better } = disagreement;
  const but =
    why === 'tied-to-another' ? `The packet is for ${better.title}.` : `The packet is called ${packetName}.`;
  return (
    <View role="alert" style={styles.card}>
      <View style={styles.head}>
        <TriangleAlert size={26} color={colours.pencil} aria-hidden />
        <Words bold size="lead" colour={colours.pencil} heading={2}>
          These two do not fit
        </Words>
      </View>
      <Words>{`You chose the brief ${briefTitle}. ${but}${firstPage ? ' Its page 1:' : ''}`}</Words>
      {firstPage ? (
        <View style={styles.page}>
          <PagePicture page={firstPage} label="Page 1" longSide={560} />
        </View>
      ) : null}
    </View>
  );
}

export interface FitWaysProps {
  readonly better: string;
  readonly onBetter: () => void;
  readonly onOtherPacket: () => void;
  readonly onFits: () => void;
}

/** The ways out: the other brief, another packet, or they do belong together. */
export function FitWays({ better, onBetter, onOtherPacket, onFits }: FitWaysProps) {
  return (
    <>
      <WordButton label="They do belong together" stands="centre" onPress={onFits} />
      <Button label="Choose another packet" onPress={onOtherPacket} />
      <Button kind="filled" label={`Change the brief to ${better}`} onPress={onBetter} />
    </>
  );
}

const styles = StyleSheet.create({
  card: {
    gap: space.one,
    padding: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  page: { height: 150 },
});
