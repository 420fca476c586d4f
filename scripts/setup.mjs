// Installs what the lock file names, once for each state of it. Run by the other scripts; needs nothing but Node and npm.
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const STAMP = 'node_modules/.mavrin-installed';

export function install() {
  const lock = readFileSync('package-lock.json');
  const digest = createHash('sha256').update(lock).update(readFileSync('package.json')).digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === digest) return;
  console.log('Installing packages (a minute or more the first time)');
  try {
    execFileSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 'ignore', 'inherit'] });
  } catch {
    console.error('The packages of the lock file could not be installed as it names them (npm ci); what npm said stands above.');
    process.exit(1);
  }
  mkdirSync('node_modules', { recursive: true });
  writeFileSync(STAMP, digest);
}

if (import.meta.url === `file://${process.argv[1]}`) install();
