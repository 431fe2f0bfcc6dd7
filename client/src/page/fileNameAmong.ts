import { fileName, UNNAMED, versionedName, type Packet } from '@ravlo/contract';

/** What is known of a packet on the shelf. */
export type Named = Pick<Packet, 'id' | 'name' | 'createdAt'>;

/**
 * A packet's name as its file has it. Packets that were begun earlier keep theirs: of those with the same name, each later
 * one has a number behind it.
 */
export function fileNameAmong(packets: readonly Named[], own: Named): string {
  const taken: string[] = [];
  const earlier = packets
    .filter(({ id, name, createdAt }) => id !== own.id && name !== UNNAMED && createdAt < own.createdAt)
    .sort((a, b) => a.createdAt.localeCompare(b.createdAt));
  for (const { name } of earlier) taken.push(versionedName(fileName(name), taken));
  return versionedName(fileName(own.name), taken);
}
