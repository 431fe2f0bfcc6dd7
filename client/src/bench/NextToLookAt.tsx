import type { Page } from '@ravlo/contract';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface NextToLookAtProps {
  readonly pages: readonly Page[];
  /** what is to be said of each page */
  readonly remarks: readonly (string | null)[];
  /** the page on the bench, from 0 */
  readonly index: number;
  /** what the verdict above says already */
  readonly said: string | null;
  readonly onOpen: (page: Page) => void;
}

/** On a page that needs a look: what is to be said of it, and the way to the next such page. */
export function NextToLookAt({ pages, remarks, index, said, onOpen }: NextToLookAtProps) {
  const remark = remarks[index] ?? null;
  if (remark === null) return null;
  const next = remarks.findIndex((other, i) => i > index && other !== null);
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Words size="small" colour={colours.deskQuiet}>
          {[remark === said ? null : `${remark}.`, next < 0 ? 'The last page that needs a look.' : null]
            .filter((part) => part !== null)
            .join(' ')}
        </Words>
      </View>
      {next < 0 ? null : (
        <Button kind="dark" compact label={`On to page ${next + 1}`} onPress={() => onOpen(pages[next])} />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
    paddingHorizontal: space.two,
    paddingTop: space.one,
  },
  words: { flex: 1 },
});
