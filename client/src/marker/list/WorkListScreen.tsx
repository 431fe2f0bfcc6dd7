import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useRef, useState } from 'react';
import { ScrollView, StyleSheet, View, type TextInput } from 'react-native';
import type { BriefWork, Work } from '@ravlo/contract';
import { useBriefWorkQuery } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { KeysHelp } from '@/ui/KeysHelp';
import { Notice } from '@/ui/Notice';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { useGrowing } from '@/ui/useGrowing';
import { useKeys } from '@/ui/useKeys';
import { useNow } from '@/ui/useNow';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { sayDueWhen, standingWork, workState } from '../sayWork';
import { BriefFacts } from './BriefFacts';
import { Counts } from './Counts';
import { NothingYet } from './NothingYet';
import { Results } from './Results';
import { WorkRow } from './WorkRow';
import { inOrder, isOfKind, type WorkKind, type WorkOrder } from './workOrder';
import { spanOf, TimeHead } from './timeSpan';

/** What has come for a brief: every student, at a glance. */
export function WorkListScreen({ briefId }: { readonly briefId: string }) {
  const router = useRouter();
  const { data, error } = useBriefWorkQuery(briefId, { refetchOnMountOrArgChange: true });
  return data ? (
    <WorkList of={data} />
  ) : (
    <View role="main" style={styles.screen}>
      <View style={styles.head}>
        <IconButton icon={ArrowLeft} label="To the classes" onPress={() => router.replace('/mark')} />
      </View>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
    </View>
  );
}

function WorkList({ of }: { readonly of: BriefWork }) {
  const router = useRouter();
  const isWide = useWide();
  const { marked, work, deskClass } = of;
  const { brief } = marked;
  const now = useNow(of.now);
  const [kind, setKind] = useState<WorkKind>('all');
  const [order, setOrder] = useState<WorkOrder>('name');
  const [wanted, setWanted] = useState('');
  const [chosen, setChosen] = useState(0);
  const finder = useRef<TextInput>(null);
  const { shown: drawn, end } = useGrowing();

  const shown = inOrder(
    work.filter(
      (each) =>
        isOfKind(each, kind) &&
        each.student.name.toLocaleLowerCase().includes(wanted.trim().toLocaleLowerCase()),
    ),
    order,
  );
  const at = Math.min(chosen, shown.length - 1);
  const next = inOrder(work, 'came').find((each) => workState(each) === 'handed-over');
  const open = (each: Work | undefined) => {
    const standing = each && standingWork(each);
    if (standing) router.push(`/mark/attempt/${standing.id}`);
  };
  const keys = useKeys([
    { keys: 'J', what: 'the next student', run: () => setChosen(Math.min(shown.length - 1, at + 1)) },
    { keys: 'ArrowDown', what: 'the next student', run: () => setChosen(Math.min(shown.length - 1, at + 1)) },
    { keys: 'K', what: 'the student before', run: () => setChosen(Math.max(0, at - 1)) },
    { keys: 'ArrowUp', what: 'the student before', run: () => setChosen(Math.max(0, at - 1)) },
    { keys: 'Enter', what: 'read their work', run: () => open(shown[at]) },
    { keys: 'M', what: 'mark the next', run: () => open(next) },
    { keys: '/', what: 'find a name', run: () => finder.current?.focus() },
  ]);
  const span = spanOf(work, brief.dueAt);

  const facts = <BriefFacts marked={marked} className={deskClass.name} />;
  const nothing = <NothingYet work={work} brief={brief} />;
  return (
    <View style={styles.row}>
      <View role="main" style={styles.screen}>
        <View style={styles.head}>
          {isWide ? null : (
            <IconButton icon={ArrowLeft} label="To the classes" onPress={() => router.replace('/mark')} />
          )}
          <View style={styles.title}>
            <Words size="title" bold heading={1} numberOfLines={2}>
              {brief.title}
            </Words>
            <Words size="small" colour={colours.quiet}>
              {isWide ? sayDueWhen(brief, now) : `${deskClass.name}. ${sayDueWhen(brief, now)}`}
            </Words>
          </View>
          {isWide && next ? <Button kind="filled" label="Mark the next" onPress={() => open(next)} /> : null}
        </View>
        <ScrollView contentContainerStyle={styles.content}>
          <Counts work={work} kind={kind} onChange={setKind} />
          <View style={styles.finder}>
            <TextField
              ref={finder}
              aria-label="Find a name"
              placeholder="Find a name"
              value={wanted}
              onChangeText={setWanted}
              place={FINDER}
            />
            <Button
              compact
              label={order === 'name' ? 'By name' : 'By time'}
              describes={`${order === 'name' ? 'By name' : 'By time'}. Change the order`}
              onPress={() => setOrder(order === 'name' ? 'came' : 'name')}
            />
            {isWide && span ? <TimeHead span={span} dueAt={brief.dueAt} /> : <View style={styles.grow} />}
          </View>
          <View role="list" aria-label="Students">
            {shown.slice(0, Math.max(drawn, at + 1)).map((each, i) => (
              <WorkRow
                key={each.student.id}
                work={each}
                brief={brief}
                now={now}
                span={isWide ? span : null}
                isChosen={i === at}
                onOpen={() => open(each)}
                onExtend={() => router.push(`/mark/brief/${brief.id}/extend/${each.student.id}`)}
              />
            ))}
          </View>
          {shown.length > drawn ? <div ref={end} style={{ height: 1 }} /> : null}
          {shown.length === 0 ? (
            <Words colour={colours.quiet}>
              {work.length === 0
                ? 'Nobody is in this class yet. Show them its code.'
                : 'Nobody is like that.'}
            </Words>
          ) : null}
          <Results of={of} />
          {isWide ? null : (
            <>
              {nothing}
              {facts}
            </>
          )}
        </ScrollView>
        {!isWide && next ? (
          <View style={styles.foot}>
            <Button kind="filled" label="Mark the next" onPress={() => open(next)} />
          </View>
        ) : null}
      </View>
      {isWide ? (
        <ScrollView style={styles.asked} contentContainerStyle={styles.askedContent}>
          {facts}
          {nothing}
        </ScrollView>
      ) : null}
      {keys.isHelpOpen ? <KeysHelp keys={keys.list} onClose={keys.closeHelp} /> : null}
    </View>
  );
}

const FINDER = { width: 180 } as const;

const styles = StyleSheet.create({
  row: { flex: 1, flexDirection: 'row' },
  screen: { flex: 1, minWidth: 0, backgroundColor: colours.ground },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
    minHeight: 72,
    paddingHorizontal: space.three,
    paddingTop: space.one,
  },
  title: { flex: 1, minWidth: 0 },
  content: { paddingHorizontal: space.three, paddingBottom: space.three, gap: space.two },
  finder: { flexDirection: 'row', alignItems: 'center', gap: space.two },
  grow: { flex: 1 },
  foot: { padding: space.two },
  asked: { width: 340, flexGrow: 0, borderLeftWidth: 1, borderColor: colours.line },
  askedContent: { padding: space.two, gap: space.two },
});
