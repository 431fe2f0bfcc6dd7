import { useRouter } from 'expo-router';
import Folder from 'lucide-react-native/icons/folder';
import { format } from 'date-fns/format';
import { Fragment } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes } from '@ravlo/contract';
import { folderFileUrl, useFoldersQuery } from '@/packet/mailApi';
import { toTrouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { saveLink } from '@/ui/saveFile';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

/** The folders of the classes: all of them for a marker, for a student what is theirs. */
export function FoldersScreen() {
  const router = useRouter();
  const { data, error } = useFoldersQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <ScreenFrame
      column
      header={<ScreenHead title="Class folders" back="To the shelf" onBack={() => router.replace('/')} />}
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      <Words colour={colours.quiet}>
        Made up, too: folders on the disk of the computer on which Ravlo runs stand in for what a school
        shares.
      </Words>
      {data && data.classes.length === 0 ? (
        <Words>Nothing lies in any folder that you may look into.</Words>
      ) : null}
      {data?.classes.map(({ id, name, folders }) => (
        <Fragment key={id}>
          <Words size="lead" bold heading={2}>
            {name}
          </Words>
          {folders.map(({ folder, files }) => (
            <View key={folder} role="group" aria-label={`Folder ${folder}`}>
              <View style={styles.folder}>
                <Folder size={22} color={colours.ink} aria-hidden />
                <Words bold>{folder}</Words>
                <Words size="small" colour={colours.quiet}>
                  {files.length === 1 ? '1 file' : `${files.length} files`}
                </Words>
              </View>
              <View role="list" aria-label={`Files in ${folder}`}>
                {files.map((file) => (
                  <View key={file.name} role="listitem" style={styles.file}>
                    <View style={styles.grow}>
                      <Words numberOfLines={2}>{file.name}</Words>
                      <Words size="small" colour={colours.quiet}>
                        {`${sayBytes(file.bytes)}, ${format(new Date(file.at), 'd MMM, HH:mm')}`}
                      </Words>
                    </View>
                    <WordButton
                      label="Save"
                      describes={`Save ${file.name}`}
                      onPress={() => saveLink(folderFileUrl(id, folder, file.name), file.name)}
                    />
                  </View>
                ))}
              </View>
            </View>
          ))}
        </Fragment>
      ))}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  folder: { flexDirection: 'row', alignItems: 'center', gap: space.one, minHeight: target },
  file: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    minHeight: target + 8,
    paddingLeft: space.four,
    borderTopWidth: 1,
    borderColor: colours.line,
  },
  grow: { flex: 1, minWidth: 0 },
});
