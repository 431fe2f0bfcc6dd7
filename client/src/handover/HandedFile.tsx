import { StyleSheet, View } from 'react-native';
import { sayBytes, sayPages, type OpenPacket } from '@ravlo/contract';
import type { PdfMade } from '@/page/makePdf';
import { PagePicture } from '@/page/PagePicture';
import { openInTab } from '@/ui/openInTab';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface HandedFileProps {
  readonly packet: OpenPacket | undefined;
  readonly made: Extract<PdfMade, { readonly status: 'ready' }> | null;
  /** null while it has none */
  readonly name: string | null;
}

/** The file that goes: the very bytes that can be looked at here. */
export function HandedFile({ packet, made, name }: HandedFileProps) {
  const first = packet?.pages[0];
  return (
    <View style={styles.file}>
      {first ? (
        <View style={styles.picture}>
          <PagePicture page={first} label="Page 1 of the file" longSide={280} />
        </View>
      ) : null}
      <View style={styles.words}>
        <Words bold size="lead" numberOfLines={3}>
          {name ?? 'No name yet'}
        </Words>
        <Words colour={colours.quiet} testID="handed-file">
          {made
            ? `${sayPages(made.pageCount)}, ${sayBytes(made.bytes.length)}`
            : packet?.pages.length === 0
              ? 'It has no pages yet.'
              : 'The file is being made.'}
        </Words>
      </View>
      {made ? (
        <WordButton
          label="Look"
          stands="centre"
          onPress={() => openInTab(new Blob([made.bytes], { type: 'application/pdf' }))}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  file: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingVertical: space.one,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
  picture: { width: 76, height: 104 },
  words: { flex: 1, minWidth: 0 },
});
