import { emptyBase } from '../tests/emptyBase.mjs';
import { play } from '../scripts/play.mjs';
import { PLAYED } from './server';

/** The demo scenario is played once, and by `npm run verify` beside its other steps; each file that needs it works on its own copy. */
export default function setup(): void {
  emptyBase();
  if (process.env.DEMO_PLAYED !== 'yes') play(PLAYED);
}
