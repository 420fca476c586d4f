// Plays the scenario of the Slate Yard into a data directory, replacing what was there: node scripts/play.mjs DIRECTORY
import { execFileSync } from 'node:child_process';
import { renameSync, rmSync } from 'node:fs';

/** Played beside its place and moved there whole: a half-played scenario is never opened. */
export function play(directory) {
  const playing = `${directory}.playing`;
  rmSync(playing, { recursive: true, force: true });
  execFileSync('node', ['--conditions=react-server', '--import', 'tsx', 'demo/play.ts'], {
    stdio: 'inherit',
    env: { ...process.env, MAVRIN_DATA: playing, MAVRIN_INSTRUMENTS: 'off', DATABASE_URL: '' },
  });
  rmSync(directory, { recursive: true, force: true });
  renameSync(playing, directory);
}

if (process.argv[1]?.endsWith('play.mjs')) play(process.argv[2]);
