import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes, type BriefWork } from '@ravlo/contract';
import { resultUrl, useGiveBackAllMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { saveLink } from '@/ui/saveFile';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { standingWork } from '../sayWork';

/** What leaves the desk: marks to the students, files and points to the marker. */
export function Results({ of: { marked, work } }: { readonly of: BriefWork }) {
  const { id, title } = marked.brief;
  const [giveBackAll, giving] = useGiveBackAllMutation();
  const [said, setSaid] = useState<string | null>(null);
  const standing = work.flatMap((each) => standingWork(each) ?? []);
  const ready = work.filter(
    ({ mark, ...each }) => mark && standingWork(each) && (mark.givenBackAt === null || mark.isChangedSince),
  ).length;
  if (standing.length === 0) return null;
  const bytes = standing.reduce((sum, { receipt }) => sum + receipt.bytes, 0);
  const giveAll = () => {
    giveBackAll(id)
      .unwrap()
      .then(({ count }) => setSaid(count === 1 ? 'One is given back.' : `${count} are given back.`))
      .catch((reason: unknown) => setSaid(toTrouble(reason).detail));
  };
  return (
    <View style={styles.all}>
      <View style={styles.row}>
        {ready > 0 ? (
          <Button
            label={
              ready === 1 ? 'Give back the one that is marked' : `Give back all ${ready} that are marked`
            }
            disabled={giving.isLoading}
            onPress={giveAll}
          />
        ) : null}
        <Button
          label="Save all as zip"
          onPress={() => saveLink(resultUrl(id, 'files.zip'), `${title}.zip`)}
        />
        <Button label="Points as CSV" onPress={() => saveLink(resultUrl(id, 'points.csv'), `${title}.csv`)} />
        <WordButton
          label="All as JSON"
          onPress={() => saveLink(resultUrl(id, 'results.json'), `${title}.json`)}
        />
        <View style={styles.grow} />
        <Words size="small" colour={colours.quiet}>
          {`${standing.length === 1 ? '1 file' : `${standing.length} files`}, ${sayBytes(bytes)}`}
        </Words>
      </View>
      {said ? <Words role="status">{said}</Words> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.one, borderTopWidth: 1, borderColor: colours.line, paddingTop: space.two },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.one * 1.5 },
  grow: { flexGrow: 1 },
});
