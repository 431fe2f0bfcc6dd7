import { Link, useRouter } from 'expo-router';
import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { MarkedBrief, MarkedClass } from '@ravlo/contract';
import { useMarkerDeskQuery } from '@/packet/markerApi';
import { PersonButton } from '@/page/PersonButton';
import { Brand } from '@/ui/Brand';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { colours, radius, space, target } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { sayBriefRow } from './sayWork';

/** A marker's classes and briefs as a narrow column beside what is open. */
export function MarkerSide({ openId }: { readonly openId?: string }) {
  const router = useRouter();
  const { data: desk } = useMarkerDeskQuery(undefined, { refetchOnMountOrArgChange: true });
  const first = desk?.classes[0];
  const open = desk?.classes.find(({ briefs }) => briefs.some(({ brief }) => brief.id === openId)) ?? first;
  return (
    <View role="navigation" aria-label="Classes" style={styles.side}>
      <View style={styles.head}>
        <View style={styles.brand}>
          <Brand />
          <PersonButton />
        </View>
      </View>
      <ScrollView contentContainerStyle={styles.list}>
        <MarkerClasses openId={openId} />
        <View style={styles.ways}>
          <WordButton label="Mail" onPress={() => router.push('/mail')} />
          <WordButton label="Class folders" onPress={() => router.push('/folders')} />
          <WordButton label="To the shelf" onPress={() => router.push('/')} />
        </View>
      </ScrollView>
      {open ? (
        <View style={styles.foot}>
          <Button label="New brief" onPress={() => router.push(`/mark/class/${open.id}/new`)} />
        </View>
      ) : null}
    </View>
  );
}

/** All classes with their briefs; and a new class. */
export function MarkerClasses({ openId }: { readonly openId?: string }) {
  const router = useRouter();
  const { data: desk } = useMarkerDeskQuery();
  const now = useNow(desk?.now);
  if (!desk) return null;
  return (
    <>
      {desk.classes.map((each) => (
        <ClassBlock key={each.id} of={each} now={now} openId={openId} />
      ))}
      <View style={styles.new}>
        <IconButton icon={Plus} label="New class" onPress={() => router.push('/mark/class/new')} />
        <Words colour={colours.quiet}>New class</Words>
      </View>
    </>
  );
}

interface ClassBlockProps {
  readonly of: MarkedClass;
  readonly now: number;
  readonly openId?: string;
}

/** In a class with many briefs, those with something to do or still to come. */
const SHOWN = 8;

function ClassBlock({ of: { id, name, students, briefs }, now, openId }: ClassBlockProps) {
  const [isAll, setAll] = useState(false);
  const lying = briefs.filter(({ isDeleted, counts }) => !isDeleted || counts.toMark > 0);
  const shown = isAll ? briefs : lying.slice(0, SHOWN);
  return (
    <View style={styles.block}>
      <Link href={`/mark/class/${id}`} asChild>
        <Pressable role="link" style={styles.class}>
          <Words bold size="lead" numberOfLines={2}>
            {name}
          </Words>
          <Words size="small" colour={colours.quiet}>
            {students.filter(({ hasLeft }) => !hasLeft).length === 1
              ? '1 student'
              : `${students.filter(({ hasLeft }) => !hasLeft).length} students`}
          </Words>
        </Pressable>
      </Link>
      <View role="list" aria-label={`Briefs of ${name}`}>
        {shown.map((marked) => (
          <BriefLink key={marked.brief.id} marked={marked} now={now} isOpen={marked.brief.id === openId} />
        ))}
      </View>
      {shown.length < briefs.length ? (
        <WordButton label={`All ${briefs.length} briefs`} onPress={() => setAll(true)} />
      ) : null}
    </View>
  );
}

interface BriefLinkProps {
  readonly marked: MarkedBrief;
  readonly now: number;
  readonly isOpen: boolean;
}

function BriefLink({ marked, now, isOpen }: BriefLinkProps) {
  return (
    <View role="listitem">
      <Link href={`/mark/brief/${marked.brief.id}`} asChild>
        <Pressable
          role="link"
          aria-current={isOpen ? 'page' : undefined}
          style={StyleSheet.flatten([styles.brief, isOpen && styles.open])}
        >
          <Words bold={isOpen || marked.counts.toMark > 0} numberOfLines={2}>
            {marked.brief.title}
          </Words>
          <Words size="small" colour={colours.quiet}>
            {sayBriefRow(marked, now)}
          </Words>
        </Pressable>
      </Link>
    </View>
  );
}

const styles = StyleSheet.create({
  side: { width: 248, borderRightWidth: 1, borderColor: colours.line, backgroundColor: colours.ground },
  head: { padding: space.two, paddingBottom: space.one },
  brand: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  list: { paddingHorizontal: space.one, paddingBottom: space.three, gap: space.two },
  foot: { padding: space.two },
  block: { gap: space.half },
  class: { paddingHorizontal: space.one, minHeight: target, justifyContent: 'center' },
  brief: {
    minHeight: target + 8,
    paddingHorizontal: space.one * 1.5,
    paddingVertical: space.one,
    justifyContent: 'center',
    borderRadius: radius,
    borderWidth: 1,
    borderColor: 'transparent',
  },
  open: { backgroundColor: colours.surface, borderColor: colours.line },
  ways: { paddingHorizontal: space.one },
  new: { flexDirection: 'row', alignItems: 'center' },
});
