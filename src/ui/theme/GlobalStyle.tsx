'use client';
import { createGlobalStyle } from 'styled-components';

/** Tokens of the look: paper and ink by day, the night bench by lamp. Plum is the rear, teal the front, and nothing else. */
export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: light;
    --ground: #f4efe4; --sheet: #fbf8f1; --ink: #1e2226; --soft: #5c5545; --rule: #b9ae97; --fine: #d6ccb7;
    --rear: #7a2e5d; --front: #0f6b6b; --warn: #a86a00; --warn-words: #7d4f00; --danger: #b3261e; --band: #1e222626;
    --label-width: 85%;
  }
  :root[data-theme='night'] {
    color-scheme: dark;
    --ground: #17191b; --sheet: #1f2225; --ink: #ece6d9; --soft: #b6ad9b; --rule: #5d574a; --fine: #3a3730;
    --rear: #dd9cc6; --front: #63c5bf; --warn: #e2ac4c; --warn-words: #e8bd70; --danger: #ff9087; --band: #ece6d92e;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { font-size: 16px; }
  body {
    margin: 0; background: var(--ground); color: var(--ink);
    font-family: 'Archivo Variable', 'Archivo', 'Liberation Sans', sans-serif; font-size: 0.9375rem; line-height: 1.4;
    font-variant-numeric: tabular-nums lining-nums; -webkit-text-size-adjust: 100%;
  }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  a { color: inherit; }
  button, input, textarea { font: inherit; color: inherit; accent-color: var(--ink); }
  input[type='checkbox'] { margin: 0; width: 1.1rem; height: 1.1rem; }
  legend { padding: 0; }
  table { border-collapse: collapse; width: 100%; }
  :focus-visible { outline: 2px solid var(--ink); outline-offset: 2px; }
  kbd { font: inherit; font-size: 0.875rem; border: 1px solid var(--rule); border-radius: 2px; padding: 0 0.35em; background: var(--sheet); }
  .visually-hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  /* A finger or a glove: what stands by itself is 44 px high; a link within a sentence stays in its line. */
  @media (pointer: coarse) {
    main input:not([type='radio'], [type='checkbox'], [type='range']) { min-height: 44px !important; }
    main :is(li, td, dd, div, section) > a, main a.alone { display: inline-flex; align-items: center; min-height: 44px; }
  }
  @page { size: A4; margin: 14mm; }
  @media print {
    html { font-size: 13px; }
    :root, :root[data-theme='night'] { color-scheme: light; --ground: #fff; --sheet: #fff; --ink: #000; --soft: #333; --rule: #777; --fine: #bbb; --rear: #7a2e5d; --front: #0f6b6b; --warn-words: #000; }
    .no-print { display: none !important; }
  }
`;
