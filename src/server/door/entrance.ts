import type { Role } from '@/catalogue/roles';
import { isOurs } from './hosts';
import { leastOf, reaches } from './rights';

/** The gate before every page and route: who is let in, and to what. Pure, so that it is tried without a server. */

export interface Asked {
  method: string;
  /** As everybody reads it (plainPath.ts); null where it could be read in two ways. */
  path: string | null;
  host: string | null;
  origin: string | null;
  /** What a browser says of where the request comes from (fetch metadata). */
  site: string | null;
  /** The role of who is signed in; null where nobody is. */
  role: Role | null;
  /** A program of this computer, by its secret. */
  isOwnProgram: boolean;
  /** A script of somebody's, by the token it was given. */
  isScript: boolean;
}

export interface Gate {
  environment: Record<string, string | undefined>;
  isClosing: boolean;
  /** Others than this computer reach the shop: everybody signs in. */
  isOpened: boolean;
  hasOwner: boolean;
  /** The Shop book lets phones open the sheet of their ride. */
  ridersMayCome: boolean;
}

export interface Barred {
  status: 400 | 401 | 403 | 421 | 503;
  code: 'closing' | 'path-unreadable' | 'wrong-host' | 'foreign' | 'no-token' | 'no-owner' | 'signed-out' | 'not-your-role';
  message: string;
}

const READS = ['GET', 'HEAD', 'OPTIONS'];
/** Every route but those anybody may ask: whether the shop lives, and the calendar to whoever knows its address. */
const OF_THE_BOOK = /^\/api\/(?!health(\/ready)?$|calendar\/)/;

/** A page of another site may not write here: a browser names where a request comes from, and it must be this address; what names nothing must be told by its metadata or bear the secret. */
function isForeign({ method, path, host, origin, site, isOwnProgram, isScript }: Asked): boolean {
  // A page of another site may link to a page here, and read nothing of the book.
  if (READS.includes(method)) return OF_THE_BOOK.test(path ?? '') && (site === 'cross-site' || site === 'same-site');
  if (origin !== null) return !URL.canParse(origin) || new URL(origin).host !== host;
  return site !== 'same-origin' && !isOwnProgram && !isScript;
}

/** What opens for everybody: the door itself, whether the shop lives, what pages are made of, and the calendar to whoever knows its secret address. */
const OPEN_TO_ALL =
  /^\/(sign-in|api\/sign-in|api\/health(\/ready)?|icon\.svg|icons\/\d+\.png|manifest\.webmanifest|offline\.js|api\/calendar\/[0-9a-f]{40}\.ics|_next\/static\/.*)$/;
/** What a script may ask: the compute contract and what the formats are. It reads nothing of the book. */
const OF_SCRIPTS = /^\/api\/(compute\/[a-z-]+|formats(\/[a-z0-9.-]+)?)$/;
const OF_A_RIDE = /^\/(api\/)?ride\/[^/]+$/;

/** Pages of the owner's: what stands on them is his to read. */
const OWNERS_PAGES = /^\/shop-book\/(backups|audit)$/;

/** Routes by their declared rights (rights.ts); pages are everybody's but the owner's own. */
function isBeyond(role: Role, method: string, asked: string): boolean {
  const path = asked.replace(/(?<=.)\/$/, '');
  if (!path.startsWith('/api/')) return role !== 'owner' && OWNERS_PAGES.test(path);
  return !reaches(role, leastOf(method, path));
}

/** Why a request is not let in; null where it is. */
export function barred(asked: Asked, gate: Gate): Barred | null {
  if (gate.isClosing) return { status: 503, code: 'closing', message: 'The shop’s computer is closing. Try again in a moment.' };
  const { path } = asked;
  if (path === null) return { status: 400, code: 'path-unreadable', message: 'This address is not written as an address can be.' };
  if (!isOurs(asked.host, gate.environment))
    return {
      status: 421,
      code: 'wrong-host',
      message: 'This shop’s computer is not known by that name. Open it by its own address, or name it in MAVRIN_NAMES.',
    };
  if (isForeign(asked))
    return asked.origin === null && asked.site === null
      ? {
          status: 403,
          code: 'no-token',
          message:
            'This request comes from no page of the shop. A program of this computer sends the secret that lies as “token” in the book’s directory, a script the token it was given: Authorization: Bearer …',
        }
      : { status: 403, code: 'foreign', message: 'This request comes from another site.' };
  if (asked.isOwnProgram) return null;
  if (asked.isScript)
    return OF_SCRIPTS.test(path)
      ? null
      : { status: 403, code: 'not-your-role', message: 'The token of a script opens the compute contract and the formats alone.' };
  if (gate.isOpened) {
    if (OPEN_TO_ALL.test(path) || (gate.ridersMayCome && OF_A_RIDE.test(path))) return null;
    if (!gate.hasOwner)
      return {
        status: 403,
        code: 'no-owner',
        message:
          'This shop has no owner yet, so it is closed to the network. Start it for this computer alone, without MAVRIN_HOST, and name the owner in the Shop book under names.',
      };
    if (asked.role === null) return { status: 401, code: 'signed-out', message: 'Nobody is signed in here. Sign in, then try again.' };
  }
  if (asked.role !== null && isBeyond(asked.role, asked.method, path))
    return { status: 403, code: 'not-your-role', message: 'This is not for the role of who is signed in here. Ask the owner of the shop.' };
  return null;
}
