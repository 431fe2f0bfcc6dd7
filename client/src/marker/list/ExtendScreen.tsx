import { useRouter } from 'expo-router';
import { useState } from 'react';
import { format } from 'date-fns/format';
import { useBriefWorkQuery, useExtendMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { DateTimeField } from '@/ui/DateTimeField';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface ExtendScreenProps {
  readonly briefId: string;
  readonly studentId: string;
}

/** Another due time, for one student. */
export function ExtendScreen({ briefId, studentId }: ExtendScreenProps) {
  const router = useRouter();
  const { data } = useBriefWorkQuery(briefId);
  const [extend, { error, isLoading }] = useExtendMutation();
  const work = data?.work.find(({ student }) => student.id === studentId);
  const [typed, setTyped] = useState<string | null>(null);
  const value = typed ?? (work?.dueAt ? format(new Date(work.dueAt), "yyyy-MM-dd'T'HH:mm") : '');
  const back = () => router.replace(`/mark/brief/${briefId}`);
  const set = async (dueAt: string | null) => {
    const { data: done } = await extend({ id: briefId, personId: studentId, dueAt });
    if (done) back();
  };
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title={work ? `${work.student.name}: due time` : 'Due time'}
          back="To the list"
          onBack={back}
        />
      }
      footer={
        <>
          {work?.isExtended ? (
            <Button label="The same as for all" disabled={isLoading} onPress={() => void set(null)} />
          ) : null}
          <Button
            kind="filled"
            label="Set the due time"
            disabled={isLoading || value === ''}
            onPress={() => void set(new Date(value).toISOString())}
          />
        </>
      }
    >
      <Words>
        {`For ${data?.marked.brief.title ?? 'this brief'}. All others keep theirs. The student sees it at once.`}
      </Words>
      <DateTimeField label="Due for this student" value={value} onChange={setTyped} />
      <Words size="small" colour={colours.quiet}>
        {`by your clock (${Intl.DateTimeFormat().resolvedOptions().timeZone})`}
      </Words>
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
    </ScreenFrame>
  );
}
