import { Transform } from 'node:stream';
import type { ProblemError } from '../problems';

/** Lets so many bytes through, and breaks off with a problem at the next. */
export function bounded(most: number, tooBig: () => ProblemError): Transform {
  let count = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      count += chunk.length;
      done(count > most ? tooBig() : null, chunk);
    },
  });
}
