import { join, resolve } from 'node:path';
import { Font } from '@react-pdf/renderer';

/** The fonts that are put into every paper. */

const FONTS = resolve(/* turbopackIgnore: true */ process.cwd(), 'node_modules/@fontsource/archivo/files');
const WEIGHTS = [400, 600, 700] as const;

export function registerFonts(): void {
  for (const [family, subset] of [
    ['Archivo', 'latin'],
    ['Archivo Ext', 'latin-ext'],
  ] as const)
    Font.register({
      family,
      fonts: WEIGHTS.map((fontWeight) => ({ src: join(FONTS, `archivo-${subset}-${fontWeight}-normal.woff`), fontWeight })),
    });
  Font.registerHyphenationCallback((word) => [word]);
}
