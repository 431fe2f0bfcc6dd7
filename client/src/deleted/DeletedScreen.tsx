import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { DAYS_KEPT, type Page, type Recipe, sayPages } from '@ravlo/contract';
import { useDeletedQuery, useRestorePacketMutation, useRestorePageMutation } from '@/packet/api';
import { useAppDispatch } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { PagePicture } from '@/page/PagePicture';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { sayLeft } from './sayLeft';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** Nobody looks for the sheet of a page that was deleted before: its whole photo is shown. */
const shown = ({ recipe }: Page): Recipe =>
  recipe.outline.by === 'pending' ? { ...recipe, outline: { by: 'whole', reason: 'none-found' } } : recipe;

/** What was deleted in the last days, to be brought back. */
export function DeletedScreen() {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data, error } = useDeletedQuery(undefined, { refetchOnMountOrArgChange: true });
  const [restorePacket] = useRestorePacketMutation();
  const [restorePage] = useRestorePageMutation();
  const tell = (reason: unknown) => dispatch(told(toTrouble(reason)));
  const isEmpty = data && data.packets.length + data.pages.length === 0;
  return (
    <ScreenFrame
      column
      header={<ScreenHead title="Deleted" back="To the shelf" onBack={() => router.replace('/')} />}
    >
      <Words colour={colours.quiet}>
        {`Kept for ${DAYS_KEPT} days, then really gone, with the photos that no other page is made of.`}
      </Words>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {!data && !error ? <Words role="status">Looking for what was deleted…</Words> : null}
      {isEmpty ? <Notice title="Nothing was deleted in that time." /> : null}
      {data && data.packets.length > 0 ? (
        <View role="list" aria-label="Deleted packets" style={styles.list}>
          {data.packets.map(({ id, name, pageCount, goneAt }) => (
            <View key={id} role="listitem" style={styles.row}>
              <View style={styles.words}>
                <Words bold numberOfLines={2}>
                  {name}
                </Words>
                <Words size="small" colour={colours.quiet}>
                  {`${sayPages(pageCount)}, ${sayLeft(goneAt)}`}
                </Words>
              </View>
              <Button
                label="Bring back"
                describes={`Bring back ${name}`}
                onPress={() => void restorePacket(id).unwrap().catch(tell)}
              />
            </View>
          ))}
        </View>
      ) : null}
      {data && data.pages.length > 0 ? (
        <View role="list" aria-label="Deleted pages" style={styles.list}>
          {data.pages.map(({ page, packetName, goneAt }) => (
            <View key={page.id} role="listitem" style={styles.row}>
              <View style={styles.picture}>
                <PagePicture page={page} label="" longSide={240} priority={-1} recipe={shown(page)} />
              </View>
              <View style={styles.words}>
                <Words bold numberOfLines={1}>
                  {`A page of “${packetName}”`}
                </Words>
                <Words size="small" colour={colours.quiet} numberOfLines={2}>
                  {`${page.photoName}, ${sayLeft(goneAt)}`}
                </Words>
              </View>
              <Button
                label="Bring back"
                describes={`Bring back ${page.photoName}`}
                onPress={() => void restorePage(page.id).unwrap().catch(tell)}
              />
            </View>
          ))}
        </View>
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  list: { gap: space.one },
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
  picture: { width: 54, height: 74 },
  words: { flex: 1, gap: 2 },
});
