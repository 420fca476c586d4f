import { labelPdf, quotePdf, sheetPdf } from '@/server/print/sheets';
import { shopAddress } from '@/server/door/network';
import { pdfAnswer } from '../../../../pdf';

/** Papers of a job: sheet, label, and quote with ?quote=. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string; what: string }> }): Promise<Response> {
  const { id, what } = await params;
  const jobId = /^\d{1,9}$/.test(id) ? Number(id) : 0;
  if (what === 'sheet') return pdfAnswer(sheetPdf(jobId, shopAddress()), `job-${id}`);
  if (what === 'label') return pdfAnswer(labelPdf(jobId, shopAddress()), `label-${id}`);
  const quote = Number(new URL(request.url).searchParams.get('quote'));
  return pdfAnswer(what === 'quote' && Number.isInteger(quote) ? quotePdf(jobId, quote) : Promise.resolve(null), `quote-${quote}`);
}
