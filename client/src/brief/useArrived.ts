import type { Attempt, MyBrief, OpenPacket } from '@ravlo/contract';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { handedUrl, usePacketQuery } from '@/packet/api';
import { selectFacts } from '@/packet/editsSlice';
import { hashOf } from '@/packet/hashOf';
import { useAppSelector } from '@/packet/store';
import { drawPdfPage } from '@/page/drawPdfPage';
import { openPdf } from '@/page/openPdf';
import { usePdf } from '@/page/usePdf';
import { useTie } from '@/page/useTie';
import { useWishes } from '@/page/useWishes';
import { looksTheSame, type DrawnPixels } from './likeness';

/** A page that arrived, beside the one with its number that is here now. */
export interface ComparedPage {
  readonly number: number;
  readonly arrived: Blob | null;
  readonly here: Blob | null;
  /** null where there is nothing here to hold it against */
  readonly isSame: boolean | null;
}

export type Arrived =
  | { readonly state: 'fetching' }
  | { readonly state: 'failed' }
  /** what lies there is not what the receipt says */
  | { readonly state: 'altered' }
  | {
      readonly state: 'read';
      readonly file: Blob;
      readonly pages: readonly ComparedPage[];
      readonly isWhole: boolean;
    };

/** px a side of the pages that are shown */
const LONG_SIDE = 900;

/** What arrived, page by page, held against the packet that it was made of. */
export function useArrived(attempt: Attempt, { brief }: MyBrief): Arrived {
  const { data: packet, isError } = usePacketQuery(attempt.packetId ?? '', {
    skip: attempt.packetId === null,
  });
  const now = useHere(packet, brief.mostBytes);
  const [arrived, setArrived] = useState<Arrived>({ state: 'fetching' });
  // A packet that is gone, or empty, has nothing to be held against.
  const isNothing = attempt.packetId === null || isError || packet?.pages.length === 0;
  const isHere = isNothing || now !== null;
  useEffect(() => {
    let isOver = false;
    const tell = (next: Arrived) => {
      if (!isOver) setArrived(next);
    };
    compare(attempt, isHere ? now : null, isHere, tell, () => isOver).catch(() => tell({ state: 'failed' }));
    return () => {
      isOver = true;
    };
  }, [attempt, now, isHere]);
  return arrived;
}

/** The packet's file as it would be made now; null while it is being made, or where it cannot be. */
function useHere(packet: OpenPacket | undefined, mostAllowed: number | null): Uint8Array | null {
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const wishes = useWishes(packet, facts, facts?.name ?? '', mostAllowed);
  const { parts } = useTie(packet);
  const pdf = usePdf(packet, wishes, parts?.given ?? null);
  return pdf.status === 'ready' && !pdf.isStale ? pdf.bytes : null;
}

async function compare(
  { id, receipt }: Attempt,
  here: Uint8Array | null,
  isHere: boolean,
  tell: (arrived: Arrived) => void,
  isOver: () => boolean,
): Promise<void> {
  const response = await fetch(handedUrl(id));
  if (!response.ok) throw new Error(`What arrived cannot be fetched: ${response.status}`);
  const bytes = new Uint8Array(await response.arrayBuffer());
  const isPdf = /\.pdf$/i.test(receipt.fileName);
  const file = new Blob([bytes], { type: isPdf ? 'application/pdf' : 'image/jpeg' });
  if ((await hashOf(file)) !== receipt.sha256) return tell({ state: 'altered' });
  if (!isPdf) {
    // Pictures are shown as they are; those that follow are among what went with it.
    const only: ComparedPage = { number: 1, arrived: file, here: null, isSame: null };
    return tell({ state: 'read', file, pages: [only], isWhole: true });
  }
  const tasks = [openPdf(bytes), ...(here ? [openPdf(here)] : [])];
  try {
    const [there, now] = await Promise.all(tasks.map((task) => task.promise));
    const count = Math.max(there.numPages, now?.numPages ?? 0);
    const pages: ComparedPage[] = [];
    for (let number = 1; number <= count && !isOver(); number++) {
      pages.push(await comparePage(number, there, now ?? null));
      tell({ state: 'read', file, pages: [...pages], isWhole: number === count && isHere });
    }
  } finally {
    for (const task of tasks) void task.destroy();
  }
}

async function comparePage(
  number: number,
  there: PDFDocumentProxy,
  now: PDFDocumentProxy | null,
): Promise<ComparedPage> {
  const [arrived, here] = [await draw(there, number), now ? await draw(now, number) : null];
  const isSame =
    now === null ? null : arrived !== null && here !== null && looksTheSame(arrived.pixels, here.pixels);
  return { number, arrived: arrived?.blob ?? null, here: isSame ? null : (here?.blob ?? null), isSame };
}

async function draw(
  pdf: PDFDocumentProxy,
  number: number,
): Promise<{ blob: Blob; pixels: DrawnPixels } | null> {
  if (number > pdf.numPages) return null;
  const { blob } = await drawPdfPage(pdf, number, {
    scaleFor: ({ width, height }) => LONG_SIDE / Math.max(width, height),
  });
  const picture = await createImageBitmap(blob);
  const { width, height } = picture;
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('There is no room for the page');
  context.drawImage(picture, 0, 0);
  picture.close();
  const { data } = context.getImageData(0, 0, width, height);
  return { blob, pixels: { width, height, data } };
}
