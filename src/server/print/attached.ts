import { PDFDocument } from '@cantoo/pdf-lib';

/** A paper with a file in it, for programs: what the reader's list of attachments shows. */
export async function withFile(pdf: Buffer, name: string, value: object, description: string): Promise<Buffer> {
  const document = await PDFDocument.load(pdf, { updateMetadata: false });
  const bytes = new TextEncoder().encode(`${JSON.stringify(value, null, 1)}\n`);
  // Undated, so that the same card is the same file.
  await document.attach(bytes, name, { mimeType: 'application/json', description });
  return Buffer.from(await document.save());
}
