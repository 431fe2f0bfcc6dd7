import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import {
  codeLadder,
  codePage,
  composePdf,
  composeWithin,
  layNotes,
  type Look,
  type PaperSettings,
  type PdfLadder,
} from '@ravlo/core';
import { encodeJpeg } from '@ravlo/codec';
import { packetDay, stampWords } from '@ravlo/words';
import { developPage } from './developPage';
import type { Packet, PacketPage } from './packet';
import { progress } from './report';

export interface MakePdfOptions extends Partial<PaperSettings> {
  /** @default the archive's, or what suits the page */
  readonly look?: Look | 'auto';
  /** @default the packet's name */
  readonly title?: string;
  readonly maxBytes?: number;
  /** every page one JPEG, and no layers */
  readonly jpeg?: boolean;
  readonly language?: string;
  readonly author?: string;
}

export interface PdfMade {
  /** null where no readable version is as small as asked, or no page could be developed */
  readonly bytes: Uint8Array | null;
  /** the least that there can be, where no version is as small as asked */
  readonly least?: number;
  readonly pages: number;
  /** pages that could not be developed, from 1, and why */
  readonly lost: readonly { readonly page: number; readonly file: string; readonly error: string }[];
}

const FONT = '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf';

/** Makes a packet's PDF. Pages that cannot be developed are named, and the rest is made. */
export async function makePdf(packet: Packet, options: MakePdfOptions): Promise<PdfMade> {
  const { maxBytes = packet.facts.mostBytes ?? undefined, jpeg, look, ...wishes } = options;
  const { paper = 'a4', margin = 'none', isUpright = false } = { ...packet.facts, ...defined(wishes) };
  const pages: PdfLadder[] = [];
  const lost: PdfMade['lost'][number][] = [];
  const day = packetDay(packet.pages);
  for (const [i, page] of packet.pages.entries()) {
    progress(`${packet.name}: page ${i + 1} of ${packet.pages.length}, ${page.photoName}`);
    const words = stampWords(options.author ?? '', i, packet.pages.length, day);
    try {
      const ladder = await ladderOf(page, { look, jpeg, words, isWhole: maxBytes !== undefined });
      pages.push({ ...ladder, number: i + 1, bookmark: page.recipe?.part || undefined });
    } catch (reason) {
      const error = reason instanceof Error ? reason.message : String(reason);
      lost.push({ page: i + 1, file: page.file, error });
    }
  }
  if (pages.length === 0) return { bytes: null, pages: 0, lost };
  const hasWords = pages.some(({ marks }) => marks?.some(({ kind }) => kind === 'words'));
  const settings = {
    ...{ paper, margin, isUpright },
    title: options.title ?? packet.name,
    language: options.language,
    author: options.author,
    date: packet.createdAt ? new Date(packet.createdAt) : undefined,
    font: hasWords ? await readFile(createRequire(import.meta.url).resolve(FONT)) : undefined,
  };
  if (maxBytes !== undefined) {
    const { bytes, least } = await composeWithin(pages, maxBytes, settings);
    return { bytes, least, pages: pages.length, lost };
  }
  const coded = pages.map(({ rungs, ...page }) => ({ ...page, coded: rungs[0].coded }));
  return { bytes: await composePdf(coded, settings), pages: pages.length, lost };
}

interface LadderOptions extends Pick<MakePdfOptions, 'look' | 'jpeg'> {
  readonly words: ReturnType<typeof stampWords>;
  /** coded in all the ways that a size limit may ask for, not only the best */
  readonly isWhole: boolean;
}

async function ladderOf(page: PacketPage, { look, jpeg, words, isWhole }: LadderOptions): Promise<PdfLadder> {
  const { developed, recipe } = await developPage(page, look);
  const { image, size } = developed;
  const parts = jpeg ? null : developed.parts;
  const rungs = isWhole
    ? await codeLadder(image, parts, encodeJpeg)
    : [{ coded: await codePage(image, parts, { encodeJpeg }), bytes: 0, loss: 0 }];
  const marks = layNotes(recipe.notes ?? [], { size, turn: recipe.turn }, words);
  return { rungs, size, marks };
}

/** Without what was not said: it must not stand over what an archive says. */
function defined<T extends object>(values: T): Partial<T> {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as Partial<T>;
}
