import { tableFile } from '@/server/exchange/tables';

/** A table as it is shown, with the filter in the query: machines.csv, audit.xlsx?q=… */
export async function GET(request: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  const { file } = await params;
  const found = await tableFile(file, new URL(request.url).searchParams);
  if (!found) return new Response(null, { status: 404 });
  const { body, type } = found;
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="mavrin-${file}"` },
  });
}
