import causes from './causes.json';
import { z } from 'zod';
import { type CausePage, causePage } from './page';

/** The causes the book begins with: links, ratios and cures from memory until the shop's own outcomes weigh in. */
const pages = z.array(causePage.transform(({ version: _version, ...page }): CausePage => page));
export const CAUSES: readonly CausePage[] = pages.parse(causes.map((page) => ({ version: 'cause/1', ...page })));
