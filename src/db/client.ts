import { held } from '@/catalogue/held';
import 'server-only';
import { resolve } from 'node:path';
import { keepToOwner } from './own';
import { openEmbedded } from './embedded';
import { photoStore } from './photoStore';
import { openServer } from './server';
import type { Db } from './sql';

export { sqlOn, type Db, type Sql } from './sql';

/** The shop is closing: nothing is begun any more. */
export class ShopCloses extends Error {
  constructor() {
    super('The shop’s computer is closing. What was acknowledged is kept; send the rest again in a moment.');
    this.name = 'ShopCloses';
  }
}

const { value: shop } = held('base', (): { open: Promise<Db> | null; isClosing: boolean } => ({ open: null, isClosing: false }));

/** The shop is closing: the gate lets nobody in any more. */
export const isClosing = (): boolean => shop.isClosing;

/** Where this process keeps its book, or, with a server, what is of this computer alone: its secret, its log, its archives. */
export const dataDirectory = (): string => resolve(/* turbopackIgnore: true */ process.env.MAVRIN_DATA ?? '.data/shop');

/** Opens the base the environment names: that of a PostgreSQL server (DATABASE_URL), else the embedded one of the directory. */
export const openDb = async (directory: string): Promise<Db> => {
  const { DATABASE_URL } = process.env;
  keepToOwner(directory);
  // Named wrongly it is said now, not with the first picture.
  photoStore();
  return DATABASE_URL ? openServer(DATABASE_URL) : openEmbedded(directory);
};

/** The process's one base, opened at the first call. Survives hot reload; a failed opening is forgotten so that it can be tried again. */
export function db(): Promise<Db> {
  if (shop.isClosing) return Promise.reject(new ShopCloses());
  shop.open ??= openDb(dataDirectory()).catch((failure: unknown) => {
    shop.open = null;
    throw failure;
  });
  return shop.open;
}

/** From here on nothing is begun; what is under way comes to its end before the base is closed. */
export const beginClosing = (): void => {
  shop.isClosing = true;
};

export async function closeDb(): Promise<void> {
  const open = shop.open;
  shop.open = null;
  await (await open)?.close();
}
