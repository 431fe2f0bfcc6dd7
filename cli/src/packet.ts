import type { Found, PacketFacts, Recipe } from '@ravlo/contract';

/** A photo and, where it comes from an archive, its recipe; else what is found in it is the recipe. */
export interface PacketPage {
  readonly file: string;
  /** as a person knows it */
  readonly photoName: string;
  /** ISO 8601 */
  readonly takenAt: string;
  readonly recipe: Recipe | null;
  /** what was found in it already */
  readonly found?: Pick<Found, 'outline' | 'turn'>;
}

/** What one PDF is made of. */
export interface Packet {
  readonly name: string;
  readonly pages: readonly PacketPage[];
  /** as an archive has them */
  readonly facts: Partial<PacketFacts>;
  /** when an archive's packet was begun */
  readonly createdAt: string | null;
}
