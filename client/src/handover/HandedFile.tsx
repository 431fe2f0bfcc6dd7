import { StyleSheet, View } from 'react-native';
import { sayBytes, sayPages, type OpenPacket } from '@ravlo/contract';
import type { PdfMade } from '@/page/makePdf';
import { PagePicture } from '@/page/PagePicture';
import { openInTab } from '@/ui/openInTab';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import type { HandedFiles } from './useHandedFiles';

export interface HandedFileProps {
  readonly packet: OpenPacket | undefined;
  readonly made: Extract<PdfMade, { readonly status: 'ready' }> | null;
  readonly handed: HandedFiles | null;
  readonly isNamed: boolean;
}

/** What goes: the very bytes that can be looked at here. */
export function HandedFile({ packet, made, handed, isNamed }: HandedFileProps) {
  const first = packet?.pages[0];
  const main = handed?.files[0];
  return (
    <View style={styles.file}>
      {first ? (
        <View style={styles.picture}>
          <PagePicture page={first} label="Page 1 of the file" longSide={280} />
        </View>
      ) : null}
      <View style={styles.words}>
        <Words bold size="lead" numberOfLines={3}>
          {isNamed ? (main?.name ?? '…') : 'No name yet'}
        </Words>
        <Words colour={colours.quiet} testID="handed-file">
          {made && handed
            ? sayWhat(handed, made.pageCount)
            : packet?.pages.length === 0
              ? 'It has no pages yet.'
              : 'The file is being made.'}
        </Words>
      </View>
      {main ? <WordButton label="Look" stands="centre" onPress={() => openInTab(main)} /> : null}
    </View>
  );
}

function sayWhat({ files }: HandedFiles, pageCount: number): string {
  const isPictures = files[0].type !== 'application/pdf';
  const own = isPictures ? files.slice(0, pageCount) : files.slice(0, 1);
  const bytes = own.reduce((sum, { size }) => sum + size, 0);
  const pages = isPictures && pageCount > 1 ? `${pageCount} pictures` : sayPages(pageCount);
  return `${pages}, ${sayBytes(bytes)}`;
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
