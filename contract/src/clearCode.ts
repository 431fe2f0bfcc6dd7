import { z } from 'zod';

/** Letters and digits that nobody mistakes for one another when typing them off a screen. */
export const CODE_ALPHABET = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
export const CODE_LENGTH = 8;

const CODE = new RegExp(`^[${CODE_ALPHABET}]{${CODE_LENGTH}}$`);

/** A code as it is shown; blanks, dashes and small letters are forgiven when it is typed. */
export const clearCodeSchema = (otherwise: string) =>
  z
    .string()
    .max(40)
    .transform((typed) => typed.replace(/[\s-]/g, '').toUpperCase())
    .pipe(z.string().regex(CODE, otherwise));
