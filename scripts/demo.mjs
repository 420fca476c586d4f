// Installs, builds, and starts with the demo scenario in a data directory of its own.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { play } from './play.mjs';
import { buildIfNeeded, checkPlace, serve } from './serve.mjs';
import { install } from './setup.mjs';

const port = Number(process.env.PORT ?? 4170);
const directory = resolve(process.env.MAVRIN_DATA ?? '.data/demo');

install();
await checkPlace(port, directory);
buildIfNeeded();
if (!existsSync(directory)) {
  console.log('Playing the scenario of the Slate Yard');
  play(directory);
}
// The shop's instruments, as stand-ins: processes of their own that end with the demo.
const devices = spawn('node', ['--import', 'tsx', 'demo/devices.ts'], { stdio: 'ignore' });
process.on('exit', () => devices.kill());
await serve(port, directory, 'The demo shop is open at');
