import { EXPORTS, exportCsv } from '@/server/csv';

export async function GET(request: Request): Promise<Response> {
  const asked = new URL(request.url).searchParams.get('what');
  const what = EXPORTS.find((e) => e === asked);
  if (!what) return new Response(null, { status: 404 });
  return new Response(await exportCsv(what), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="mavrin-${what}.csv"` },
  });
}
