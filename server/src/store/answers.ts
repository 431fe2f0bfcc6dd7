import {
  MOST_PAGES,
  openPacketSchema,
  packetSchema,
  type PacketFacts,
  pageSchema,
  type OpenPacket,
  type Packet,
  type Page,
} from '@ravlo/contract';
import type { Logger } from 'pino';
import { ProblemError } from '../problems';
import type { PacketRow, PageRow } from './models';

/**
 * Rows as the contract has them. Whoever writes makes the answer inside the transaction: an answer that cannot be
 * given is found while everything can still be undone.
 */

export const packetFull = () =>
  new ProblemError('packet-full', `A packet takes ${MOST_PAGES} pages. Put the rest into another packet.`);

/** What a person can change about a packet. */
export function factsOf(row: PacketRow): PacketFacts {
  const { name, paper, look, margin, isUpright, mostBytes, isSigned, briefId } = row;
  return {
    ...{ name, paper, look: look ?? null, margin, isUpright, mostBytes: mostBytes ?? null, isSigned },
    briefId: briefId ?? null,
  };
}

/** @throws ZodError when the row makes no sense */
export function toPacket(row: PacketRow, pageCount: number): Packet {
  return packetSchema.parse({
    ...factsOf(row),
    id: row.id,
    pageCount,
    createdAt: row.createdAt.toISOString(),
    changedAt: row.updatedAt.toISOString(),
  });
}

/** @throws ZodError when the row makes no sense */
export function toPage(row: PageRow): Page {
  const { photo } = row;
  if (!photo) throw new Error('A page was read without its photo');
  const { id, width, height, bytes, mime, sha256 } = photo;
  return pageSchema.parse({
    id: row.id,
    packetId: row.packetId,
    photo: { id, width, height, bytes, mime, sha256 },
    photoName: row.photoName,
    takenAt: (photo.takenAt ?? row.createdAt).toISOString(),
    recipe: row.recipe,
    version: row.version,
  });
}

/** A packet with its pages; rows that make no sense are counted and logged, and do not hide the others. */
export function toOpenPacket(row: PacketRow, pageRows: readonly PageRow[], log: Logger): OpenPacket {
  const pages = readable(pageRows, toPage, log);
  return openPacketSchema.parse({
    ...toPacket(row, pageRows.length),
    pages,
    unreadable: pageRows.length - pages.length,
  });
}

/** What can be read of some rows. */
export function readable<Row extends { readonly id: string }, Answer>(
  rows: readonly Row[],
  read: (row: Row) => Answer,
  log: Logger,
): Answer[] {
  return rows.flatMap((row) => {
    try {
      return [read(row)];
    } catch (error) {
      log.error({ err: error, id: row.id }, 'a row makes no sense and is left out');
      return [];
    }
  });
}
