import causes from './causes.json';
import type { CausePage } from './page';

/** The causes the book begins with: links, ratios and cures from memory until the shop's own outcomes weigh in. */
export const CAUSES = causes as unknown as readonly CausePage[];
