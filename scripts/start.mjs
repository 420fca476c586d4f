// Opens the shop's own base. MAVRIN_DATA names its place, PORT its port.
import { resolve } from 'node:path';
import { buildIfNeeded, checkPlace, serve } from './serve.mjs';
import { install } from './setup.mjs';

const port = Number(process.env.PORT ?? 4170);
const directory = resolve(process.env.MAVRIN_DATA ?? '.data/shop');

install();
await checkPlace(port, directory);
buildIfNeeded();
await serve(port, directory, 'Mavrin is open at');
