import { createElement, type ReactElement, type ReactNode } from 'react';
import { renderToBuffer } from '@react-pdf/renderer';
import { registerFonts } from './fonts';
import { type Flat, PAGE_NUMBER } from './flat';

/** What a thread runs: draws one paper from its flat form. */

registerFonts();

const numbered = ({ pageNumber, totalPages }: { pageNumber: number; totalPages: number }) => `${pageNumber} of ${totalPages}`;

const builtUp = (flat: Flat): ReactNode => {
  if (typeof flat === 'string') return flat;
  const { type, props, children } = flat;
  const { [PAGE_NUMBER]: isNumber, ...own } = props;
  return createElement(type, isNumber ? { ...own, render: numbered } : own, ...children.map(builtUp));
};

export default async function draw(flat: Flat): Promise<Uint8Array> {
  return new Uint8Array(await renderToBuffer(builtUp(flat) as ReactElement<never>));
}
