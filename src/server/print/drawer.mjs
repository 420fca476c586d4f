// What a thread runs: draws one paper from its flat form (flat.ts). Plain JavaScript, since the library that draws is a module a thread loads by itself.
import { join, resolve } from 'node:path';
import { Font, renderToBuffer } from '@react-pdf/renderer';
import { createElement } from 'react';

const FONTS = resolve(process.cwd(), 'node_modules/@fontsource/archivo/files');
for (const [family, subset] of [
  ['Archivo', 'latin'],
  ['Archivo Ext', 'latin-ext'],
])
  Font.register({
    family,
    fonts: [400, 600, 700].map((fontWeight) => ({ src: join(FONTS, `archivo-${subset}-${fontWeight}-normal.woff`), fontWeight })),
  });
Font.registerHyphenationCallback((word) => [word]);

const numbered = ({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`;

const builtUp = (flat) => {
  if (typeof flat === 'string') return flat;
  const { 'page-number': isNumber, ...own } = flat.props;
  return createElement(flat.type, isNumber ? { ...own, render: numbered } : own, ...flat.children.map(builtUp));
};

export default async function draw(flat) {
  return new Uint8Array(await renderToBuffer(builtUp(flat)));
}
