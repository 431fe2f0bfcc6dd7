import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Look } from '@ravlo/core';
import { encodeJpeg, encodePng } from '@ravlo/codec';
import { zipSync, type Zippable } from 'fflate';
import { developPage } from './developPage';
import type { Packet, PacketPage } from './packet';
import { progress } from './report';

export const PICTURE_KINDS = ['jpeg', 'png'] as const;
export type PictureKind = (typeof PICTURE_KINDS)[number];

const QUALITY = 85;

/** A page of which a picture would not be the whole. */
const NOTES = 'This page has notes, which single pictures cannot show yet: make a PDF of it';

/** Saves a packet's pages as single pictures of 200 dpi in one zip, numbered in their order: "name 01.jpg". */
export async function savePictures(packet: Packet, file: string, kind: PictureKind, look?: Look | 'auto') {
  const files: Zippable = {};
  const lost: { page: number; file: string; error: string }[] = [];
  const digits = Math.max(2, String(packet.pages.length).length);
  const name = path.basename(file, '.zip');
  for (const [i, page] of packet.pages.entries()) {
    progress(`${packet.name}: picture ${i + 1} of ${packet.pages.length}, ${page.photoName}`);
    try {
      const picture = `${name} ${String(i + 1).padStart(digits, '0')}.${kind === 'jpeg' ? 'jpg' : 'png'}`;
      // Pictures do not get smaller.
      files[picture] = [await pictureOf(page, kind, look), { level: 0 }];
    } catch (reason) {
      const error = reason instanceof Error ? reason.message : String(reason);
      lost.push({ page: i + 1, file: page.file, error });
    }
  }
  const pages = Object.keys(files).length;
  const zip = zipSync(files);
  if (pages > 0) await writeFile(file, zip);
  return { lost, pages, bytes: zip.length };
}

async function pictureOf(page: PacketPage, kind: PictureKind, look?: Look | 'auto'): Promise<Uint8Array> {
  const { developed, recipe } = await developPage(page, look);
  if (recipe.notes?.some((note) => note.kind !== 'cover')) throw new Error(NOTES);
  const { image } = developed;
  return kind === 'png' ? encodePng(image) : encodeJpeg(image, QUALITY);
}
