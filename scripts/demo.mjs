// Installs, builds, and starts with the demo scenario in a data directory of its own.
import { execFileSync } from 'node:child_process';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { buildIfNeeded, checkPlace, serve } from './serve.mjs';
import { install } from './setup.mjs';

const port = Number(process.env.PORT ?? 4170);
const directory = resolve(process.env.MAVRIN_DATA ?? '.data/demo');

install();
await checkPlace(port, directory);
buildIfNeeded();
if (!existsSync(directory)) {
  console.log('Playing the scenario of the Slate Yard');
  // Played beside its place and moved there whole: a half-played scenario is never opened.
  const playing = `${directory}.playing`;
  rmSync(playing, { recursive: true, force: true });
  execFileSync('node', ['--conditions=react-server', '--import', 'tsx', 'demo/play.ts'], {
    stdio: 'inherit',
    env: { ...process.env, MAVRIN_DATA: playing },
  });
  renameSync(playing, directory);
}
await serve(port, directory, 'The demo shop is open at');
