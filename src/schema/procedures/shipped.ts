import type { Procedure } from './procedure';
import shipped from './shipped.json';

/** The procedures the book begins with; the shop changes them in versions and adds its own. Common practice, no source; the maker's manual decides. */
export const PROCEDURES = shipped as unknown as readonly Procedure[];
