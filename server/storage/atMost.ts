import { Transform } from 'node:stream';

/** Lets through so many bytes and no more, whatever was promised; with the next one it fails. */
export function atMost(bytes: number, tooMuch: () => Error): Transform {
  let left = bytes;
  return new Transform({
    transform(chunk: Buffer, _, done) {
      left -= chunk.length;
      if (left < 0) done(tooMuch());
      else done(null, chunk);
    },
  });
}
