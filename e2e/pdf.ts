import { expect, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

export interface ReadPdf {
  pages: number;
  text: string;
  /** Files that lie in it, by their names. */
  attached: Record<string, string>;
  /** Names of the fonts the file carries with it. */
  embedded: string[];
  /** Width and height of the first page, mm. */
  sizeMm: [number, number];
}

const MM_PER_POINT = 25.4 / 72;

/** Asks an address for a PDF, as the page's own session, and reads it. */
export async function pdfAt(page: Page, address: string): Promise<ReadPdf> {
  const answer = await page.request.get(address);
  expect([address, answer.status(), answer.headers()['content-type']]).toEqual([address, 200, 'application/pdf']);
  return readPdf(await answer.body());
}

/** Reads a PDF's text back as a reader would, and whether its fonts are in it. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  const words: string[] = [];
  const embedded = new Set<string>();
  let sizeMm: [number, number] = [0, 0];
  for (let n = 1; n <= document.numPages; n += 1) {
    const page = await document.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    if (n === 1) sizeMm = [width * MM_PER_POINT, height * MM_PER_POINT];
    const content = await page.getTextContent();
    for (const item of content.items) if ('str' in item) words.push(item.str);
    await page.getOperatorList();
    for (const item of content.items) {
      if (!('fontName' in item) || !page.commonObjs.has(item.fontName)) continue;
      const font = page.commonObjs.get(item.fontName) as { name?: string; missingFile?: boolean };
      if (font.name && !font.missingFile) embedded.add(font.name);
      else embedded.add(`missing: ${font.name}`);
    }
  }
  const files = ((await document.getAttachments()) ?? {}) as Record<string, { content: Uint8Array }>;
  const attached = Object.fromEntries(Object.entries(files).map(([name, { content }]) => [name, new TextDecoder().decode(content)]));
  return { pages: document.numPages, attached, text: words.join(' ').replace(/\s+/g, ' '), embedded: [...embedded], sizeMm };
}
