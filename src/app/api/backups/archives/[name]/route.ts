import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { archiveFile } from '@/server/keeping/backups';

/** An archive, as it lies beside the book. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const file = archiveFile(name);
  if (!file) return new Response(null, { status: 404 });
  return new Response(Readable.toWeb(createReadStream(file.path)) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(file.bytes),
      'content-disposition': `attachment; filename="mavrin-${name}"`,
      'cache-control': 'no-store',
    },
  });
}
