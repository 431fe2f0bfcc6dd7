import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { format } from 'date-fns/format';
import type { MarkedBrief } from '@ravlo/contract';
import { useCopyBriefMutation, useMarkerDeskQuery, useSetBriefDeletedMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { AskedFacts } from '@/page/AskedFacts';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { Perforation, Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

/** What was asked, beside what came; and the ways to change it. */
export function BriefFacts({
  marked,
  className,
}: {
  readonly marked: MarkedBrief;
  readonly className: string;
}) {
  const router = useRouter();
  const { brief, publishAt, isDeleted } = marked;
  const [isCopying, setCopying] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const { data: desk } = useMarkerDeskQuery();
  const now = useNow(desk?.now);
  const [copyBrief] = useCopyBriefMutation();
  const [setDeleted] = useSetBriefDeletedMutation();
  const tell = (work: Promise<unknown>, then: string) => {
    work.then(() => setSaid(then)).catch((reason: unknown) => setSaid(toTrouble(reason).detail));
  };
  const copyTo = (classId: string, name: string) => {
    setCopying(false);
    tell(copyBrief({ id: brief.id, classId }).unwrap(), `It is copied to ${name}; nobody sees it there yet.`);
  };
  return (
    <View style={styles.all}>
      <View style={styles.head}>
        <Words bold size="lead" heading={2}>
          What was asked
        </Words>
        <WordButton label="Change" onPress={() => router.push(`/mark/brief/${brief.id}/edit`)} />
      </View>
      {isDeleted ? (
        <Words bold>Put away: only those who have handed something over see it, closed.</Words>
      ) : publishAt === null ? (
        <Words bold>Not published: no student sees it.</Words>
      ) : Date.parse(publishAt) > now ? (
        <Words bold>{`Students see it from ${format(new Date(publishAt), 'EEEE d MMMM, HH:mm')} on.`}</Words>
      ) : null}
      <Slip seed={brief.id}>
        <AskedFacts brief={brief} withDue />
        {brief.instructions ? (
          <>
            <Perforation />
            <Words>{brief.instructions}</Words>
          </>
        ) : null}
        {brief.worksheet ? (
          <>
            <Perforation />
            <Words bold>{brief.worksheet.name}</Words>
            <Words size="small" colour={colours.quiet}>
              {brief.worksheet.pages === 1
                ? 'worksheet, 1 page'
                : `worksheet, ${brief.worksheet.pages} pages`}
            </Words>
          </>
        ) : null}
      </Slip>
      <View style={styles.ways}>
        <WordButton label="Copy to another class" onPress={() => setCopying(true)} />
        {isDeleted ? (
          <WordButton
            label="Bring it back"
            onPress={() => tell(setDeleted({ id: brief.id, isDeleted: false }).unwrap(), 'It is back.')}
          />
        ) : (
          <WordButton
            label="Put it away"
            onPress={() =>
              tell(
                setDeleted({ id: brief.id, isDeleted: true }).unwrap(),
                'It is put away; nothing of its work is gone.',
              )
            }
          />
        )}
      </View>
      {said ? (
        <Words size="small" role="status">
          {said}
        </Words>
      ) : null}
      {isCopying ? (
        <Sheet title={`Copy “${brief.title}” from ${className} to`} onClose={() => setCopying(false)}>
          {desk?.classes.map(({ id, name }) => (
            <SheetItem key={id} label={name} onPress={() => copyTo(id, name)} />
          ))}
        </Sheet>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.one },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.two },
});
