import { z } from 'zod';
import { clearCodeSchema } from './clearCode';
import { idSchema } from './packet';

/** A one-time code of a phone. */
export const pairingCodeSchema = clearCodeSchema('This is not a code of Ravlo.');

/** A device that was paired with this computer. */
export const phoneSchema = z.object({
  id: idSchema,
  /** what kind of device it says it is */
  name: z.string(),
  pairedAt: z.iso.datetime(),
  seenAt: z.iso.datetime(),
});
export type Phone = z.infer<typeof phoneSchema>;

export const phonesSchema = z.object({
  /** false on a paired device: phones are added and taken off at the computer */
  isHere: z.boolean(),
  /** whether Ravlo answers on the local network at all */
  isReachable: z.boolean(),
  /** whether other devices come over plain http, where browsers give no live camera */
  isPlain: z.boolean(),
  phones: z.array(phoneSchema),
});
export type Phones = z.infer<typeof phonesSchema>;

export const pairingSchema = z.object({
  code: pairingCodeSchema,
  /** the addresses that open Ravlo on the phone and pair it, the likeliest first */
  links: z.array(z.url()),
  /** of the authority that phones ask about, as people compare it; null where they will not ask */
  fingerprint: z.string().nullable(),
  /** the code cannot be used after this */
  validUntil: z.iso.datetime(),
});
export type Pairing = z.infer<typeof pairingSchema>;
