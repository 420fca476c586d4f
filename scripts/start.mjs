// Opens the shop's own base. MAVRIN_DATA names its place, PORT its port.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { buildIfNeeded, checkPlace, refuse, serve } from './serve.mjs';
import { install } from './setup.mjs';

const port = Number(process.env.PORT ?? 4170);
const directory = resolve(process.env.MAVRIN_DATA ?? '.data/shop');

// A place named wrongly would begin a new, empty book without a word.
// With DATABASE_URL the book is on a server, and the directory holds what is of this computer alone.
const isThere = Boolean(process.env.DATABASE_URL) || existsSync(join(directory, 'pg'));
if (!isThere && process.env.MAVRIN_DATA && process.env.MAVRIN_NEW !== 'yes')
  refuse(
    `There is no book in ${directory}. Is MAVRIN_DATA right? To begin a new one there: MAVRIN_NEW=yes MAVRIN_DATA=${directory} npm start`,
  );
if (!isThere) console.log(`A new book is begun in ${directory}`);

install();
await checkPlace(port, directory);
buildIfNeeded();
await serve(port, directory, 'Mavrin is open at');
