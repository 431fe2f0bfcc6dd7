import { useRouter } from 'expo-router';
import { Image, StyleSheet, View } from 'react-native';
import type { Attempt, MyBrief } from '@ravlo/contract';
import { furtherUrl, useBriefQuery } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { openInTab } from '@/ui/openInTab';
import { saveFile, saveLink } from '@/ui/saveFile';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours, space } from '@/ui/tokens';
import { useObjectUrl } from '@/ui/useObjectUrl';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { useArrived, type ComparedPage } from './useArrived';

export interface ArrivedScreenProps {
  readonly briefId: string;
  readonly attemptId: string;
}

/** What lies with the marker, page by page, beside what is here now. */
export function ArrivedScreen({ briefId, attemptId }: ArrivedScreenProps) {
  const router = useRouter();
  const { data: mine, error } = useBriefQuery(briefId);
  const attempt = mine?.attempts.find(({ id }) => id === attemptId);
  return (
    <ScreenFrame
      header={
        <ScreenHead
          title="What arrived"
          detail={attempt?.receipt.fileName}
          back="To the receipt"
          onBack={() => router.replace(`/brief/${briefId}`)}
        />
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {mine && attempt ? <ArrivedPages mine={mine} attempt={attempt} /> : null}
      {mine && !attempt ? <Notice title="There is no such attempt." /> : null}
    </ScreenFrame>
  );
}

function ArrivedPages({ mine, attempt }: { readonly mine: MyBrief; readonly attempt: Attempt }) {
  const arrived = useArrived(attempt, mine);
  const { files = [], fileName } = attempt.receipt;
  if (arrived.state === 'fetching') return <Words role="status">Fetching what arrived…</Words>;
  if (arrived.state === 'failed')
    return (
      <Notice
        tone="attention"
        title="What arrived cannot be opened just now."
        detail="It lies with the marker as the receipt says. Try again when Ravlo can be reached."
      />
    );
  if (arrived.state === 'altered')
    return (
      <Notice
        tone="attention"
        title="What lies there is not what arrived."
        detail="Its bytes are others than the receipt says. Keep the receipt, and hand over again."
      />
    );
  const { pages, file, isWhole } = arrived;
  const differing = pages.filter(({ isSame }) => isSame === false).map(({ number }) => number);
  return (
    <>
      <Words role="status" bold>
        {!isWhole
          ? `Page ${pages.length} is being looked at…`
          : pages.some(({ isSame }) => isSame === null)
            ? 'It is as the receipt says, byte for byte.'
            : differing.length === 0
              ? 'Every page is the same as here now.'
              : `Not the same as here now: page ${differing.join(', ')}.`}
      </Words>
      <View style={styles.ways}>
        <WordButton label="Open the file" onPress={() => openInTab(file)} />
        <WordButton label="Save it" onPress={() => saveFile(file, fileName)} />
        {files.map(({ name }, i) => (
          <Button
            key={i}
            compact
            label={`Save ${name}`}
            onPress={() => saveLink(furtherUrl(attempt.id, i + 1), name)}
          />
        ))}
      </View>
      <View role="list" aria-label="Pages that arrived" style={styles.pages}>
        {pages.map((page) => (
          <Compared key={page.number} page={page} />
        ))}
      </View>
    </>
  );
}

function Compared({ page }: { readonly page: ComparedPage }) {
  const { number, arrived, here, isSame } = page;
  return (
    <View role="listitem" style={styles.compared}>
      <Words bold colour={isSame === false ? colours.pencil : colours.ink}>
        {`Page ${number}${isSame === false ? ', not the same as here now' : isSame ? ', the same' : ''}`}
      </Words>
      <View style={styles.pair}>
        <Side
          blob={arrived}
          label={`Page ${number} as it arrived`}
          says={isSame === false ? 'arrived' : null}
        />
        {isSame === false ? (
          <Side blob={here} label={`Page ${number} as it is here now`} says="here now" />
        ) : null}
      </View>
    </View>
  );
}

interface SideProps {
  /** null where there is no such page */
  readonly blob: Blob | null;
  readonly label: string;
  readonly says: string | null;
}

function Side({ blob, label, says }: SideProps) {
  const uri = useObjectUrl(blob);
  return (
    <View style={styles.side}>
      {says ? (
        <Words size="small" colour={colours.quiet}>
          {blob ? says : `${says}: no such page`}
        </Words>
      ) : null}
      {uri ? <Image source={{ uri }} aria-label={label} resizeMode="contain" style={styles.picture} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.two, alignItems: 'center' },
  pages: { flexDirection: 'row', flexWrap: 'wrap', gap: space.three },
  compared: { gap: space.one, maxWidth: '100%' },
  pair: { flexDirection: 'row', gap: space.one, flexWrap: 'wrap' },
  side: { gap: 2 },
  picture: { width: 330, height: 467, maxWidth: '100%' },
});
