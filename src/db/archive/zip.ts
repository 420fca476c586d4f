import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { ArchiveManifest } from '@/schema/archive';

/** Zips that carry a checksum for every file in them: the same content gives the same bytes, and nothing is held as a whole. */

/** An archive carries no time of its own. By the computer's own clock face, as the zip writes it. */
const OPTIONS = { mtime: new Date(2000, 0, 1), forceDosTimestamp: true };

export type Parts = AsyncIterable<string | Uint8Array> | Iterable<string | Uint8Array>;

export interface CheckedZip {
  /** What was written so far; complete once the zip is. */
  files: ArchiveManifest['files'];
  /** @param parts asked for when its turn comes */
  add(name: string, parts: () => Parts): void;
  /** Nothing more is added but the manifest, which is made last. Fails as any of the parts does. */
  finish(manifest: () => object): Readable;
}

export function checkedZip(): CheckedZip {
  const zip = new ZipFile();
  const files: CheckedZip['files'] = {};
  async function* counted(name: string, parts: Parts): AsyncGenerator<Buffer> {
    const hash = createHash('sha256');
    let bytes = 0;
    for await (const part of parts) {
      const piece = Buffer.from(part);
      hash.update(piece);
      bytes += piece.byteLength;
      yield piece;
    }
    files[name] = { bytes, sha256: hash.digest('hex') };
  }
  const out = zip.outputStream as Readable;
  const fail = (failure: Error) => void out.destroy(failure);
  zip.on('error', fail);
  // The package does not hear a stream it asked for late.
  const addStream = (name: string, made: () => Readable) =>
    zip.addReadStreamLazy(name, OPTIONS, (give) => give(null, made().on('error', fail)));
  return {
    files,
    add: (name, parts) => addStream(name, () => Readable.from(counted(name, parts()), { objectMode: false })),
    finish: (manifest) => {
      addStream('manifest.json', () => Readable.from([`${JSON.stringify(manifest(), null, 1)}\n`]));
      zip.end();
      return out;
    },
  };
}
