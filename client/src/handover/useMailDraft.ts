import { fullName, nameFrom, sayPages, type MyBrief, type Person } from '@ravlo/contract';
import { useState } from 'react';
import type { WrittenMail } from '@/page/MailFields';

/** The message with which work goes to a brief that wants it by mail: drafted from the brief, until the person changes it. */
export function useMailDraft(mine: MyBrief | null, me: Person | null, pages: number) {
  const [changed, setChanged] = useState<{
    readonly briefId: string;
    readonly mail: Partial<WrittenMail>;
  } | null>(null);
  const by = mine?.brief.by;
  if (!mine || by?.kind !== 'mail') return null;
  const { brief, deskClass } = mine;
  const name = me ? fullName(me) : '';
  const drafted: WrittenMail = {
    to: by.to,
    subject: nameFrom(by.subject, {
      ...{ surname: me?.surname, 'first-name': me?.firstName, 'student-number': me?.studentNumber },
      ...{ class: deskClass.name, assignment: brief.title, unit: brief.unit },
    }),
    text: `Dear ${deskClass.marker},\n\nmy work for “${brief.title}” goes with this message: one file, ${sayPages(pages)}.\n\n${name}`,
  };
  const own = changed?.briefId === brief.id ? changed.mail : {};
  return {
    mail: { ...drafted, ...own },
    change: (change: Partial<WrittenMail>) => setChanged({ briefId: brief.id, mail: { ...own, ...change } }),
  };
}
