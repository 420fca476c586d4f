import { playDemo } from './server';

/** The demo scenario is played once; each file that needs it works on its own copy. */
export default function setup(): void {
  playDemo();
}
