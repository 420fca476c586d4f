import { cpSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The build as one before it was: the same program, its parts under other names and its own number, so that with the newer one in its place none of them is there. */

const BUILD = '.next';

function* filesIn(directory: string): Generator<string> {
  for (const entry of readdirSync(directory, { withFileTypes: true })) {
    const path = join(directory, entry.name);
    if (entry.isDirectory()) yield* filesIn(path);
    else if (entry.isFile()) yield path;
  }
}

/** @returns the directory of the older build, for MAVRIN_BUILD */
export function olderBuild(name: string): string {
  const directory = `.data/${name}`;
  rmSync(directory, { recursive: true, force: true });
  cpSync(BUILD, directory, { recursive: true, filter: (path) => !/[\\/](cache|trace[^\\/]*|diagnostics)$/.test(path) });
  const chunks = join(directory, 'static/chunks');
  const parts = new Map(readdirSync(chunks).flatMap((file) => (/\.(js|css)$/.test(file) ? [[file, `older-${file}`] as const] : [])));
  const id = readFileSync(join(directory, 'BUILD_ID'), 'utf8').trim();
  const older = id.replace(/^.{5}/, 'older');
  for (const path of filesIn(directory)) {
    if (!/\.(js|json|mjs|css|html|rsc|meta|body)$|BUILD_ID$/.test(path)) continue;
    const text = readFileSync(path, 'utf8');
    const next = text.replace(/[\w~.-]+\.(?:js|css)\b/g, (file) => parts.get(file) ?? file).replaceAll(id, older);
    if (next !== text) writeFileSync(path, next);
  }
  for (const [file, to] of parts) renameSync(join(chunks, file), join(chunks, to));
  return directory;
}
