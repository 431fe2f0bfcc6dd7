import { Transform, type Readable } from 'node:stream';
import { FileStore } from '@tus/file-store';

/** Keeps uploads as files do, and breaks off where it is told to: for practice. */
export class BreakingStore extends FileStore {
  /** @param breaksAt the share of the bytes after which an upload breaks off, the first time; null where none does */
  constructor(
    folder: string,
    private readonly breaksAt: () => number | null,
  ) {
    super({ directory: folder });
  }

  override async write(stream: Readable, id: string, offset: number): Promise<number> {
    const share = this.breaksAt();
    if (share === null || offset > 0) return super.write(stream, id, offset);
    const { size = 0 } = await this.getUpload(id);
    await super.write(stream.pipe(onlyFirst(Math.floor(size * share))), id, offset);
    throw new Error('An upload was broken off for practice');
  }
}

/** Lets so many bytes through, and lets the rest go. */
function onlyFirst(most: number): Transform {
  let left = most;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      const part = chunk.subarray(0, left);
      left -= part.length;
      done(null, part);
    },
  });
}
