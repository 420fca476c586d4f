import { Refusing } from '@/server/aside';
import { problem } from '@/schema/problem';

/** A printed paper, that there is none, or that too many are being drawn. */
export async function pdfAnswer(drawn: Promise<Buffer | null>, name: string): Promise<Response> {
  try {
    const pdf = await drawn;
    return pdf
      ? new Response(new Uint8Array(pdf), {
          headers: {
            'content-type': 'application/pdf',
            'content-disposition': `inline; filename="${name}.pdf"`,
            'cache-control': 'no-store',
          },
        })
      : new Response(null, { status: 404 });
  } catch (failure) {
    if (!(failure instanceof Refusing)) throw failure;
    return Response.json({ error: problem('too-busy') }, { status: 503, headers: { 'retry-after': '5' } });
  }
}
