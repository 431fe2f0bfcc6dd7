import { MOST_PAGES, recipeSchema, type Packet, type Page } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { PacketRow, PageRow } from './models';

/** Rows as the contract has them. */

export const packetFull = () =>
  new ProblemError('packet-full', `A packet takes ${MOST_PAGES} pages. Put the rest into another packet.`);

export function toPacket(row: PacketRow, pages: readonly PageRow[]): Packet {
  return {
    id: row.id,
    name: row.name,
    paper: row.paper,
    pageCount: pages.length,
    firstPage: pages.length > 0 ? toPage(pages[0]) : null,
    createdAt: row.createdAt.toISOString(),
    changedAt: row.updatedAt.toISOString(),
  };
}

export function toPage(row: PageRow): Page {
  const { photo } = row;
  if (!photo) throw new Error('A page was read without its photo');
  return {
    id: row.id,
    packetId: row.packetId,
    photo: { id: photo.id, width: photo.width, height: photo.height, bytes: photo.bytes, mime: photo.mime },
    photoName: row.photoName,
    takenAt: (photo.takenAt ?? row.createdAt).toISOString(),
    recipe: recipeSchema.parse(row.recipe),
    version: row.version,
  };
}
