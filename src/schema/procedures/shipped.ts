import { FORKS } from './fork';
import type { Procedure } from './procedure';
import { SHOCKS } from './shock';

/** The procedures the book begins with; the shop changes them in versions and adds its own. */
export const PROCEDURES: readonly Procedure[] = [...SHOCKS, ...FORKS];
