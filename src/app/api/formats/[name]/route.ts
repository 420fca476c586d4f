import { formatFiles } from '@/server/exchange/formats';

/** A format by its file name: setup-1.schema.json, openapi.json. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const files = formatFiles();
  return Object.hasOwn(files, name) ? Response.json(files[name]) : new Response(null, { status: 404 });
}
