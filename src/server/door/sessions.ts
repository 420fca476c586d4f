import { held } from '@/catalogue/held';
import { createHash } from 'node:crypto';
import type { Role } from '@/catalogue/roles';

/** Who is signed in, for the whole process. The base keeps the sessions; this is read at every request. Needs no base, so that the gate before every page can ask it. */

export interface Session {
  id: number;
  technicianId: number;
  name: string;
  role: Role;
  endsAtMs: number;
}

interface Shop {
  /** By the digest of the secret in the browser. */
  sessions: Map<string, Session>;
  hasOwner: boolean;
  /** The secret of programs of the shop's own computer. */
  token: string | null;
  /** Digests of the tokens of scripts. */
  scripts: Set<string>;
}

/** What the gate knows; begun empty, filled when the shop opens. */
const { value: shop } = held('entrance', (): Shop => ({ sessions: new Map(), hasOwner: false, token: null, scripts: new Set() }));
export const entranceState = (): Shop => shop;

export const SESSION_COOKIE = 'mavrin_session';

export const digestOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');

type Headers_ = { get(name: string): string | null };

/** The secret a browser sent; null where it sent none. */
export function secretOf(headers: Headers_): string | null {
  const found = (headers.get('cookie') ?? '').split(/;\s*/).find((part) => part.startsWith(`${SESSION_COOKIE}=`));
  return found ? found.slice(SESSION_COOKIE.length + 1) : null;
}

/** Who asks; null where nobody is signed in or the time is over. */
export function sessionOf(headers: Headers_, now = Date.now()): Session | null {
  const secret = secretOf(headers);
  const found = secret === null ? undefined : entranceState().sessions.get(digestOfSecret(secret));
  return found && found.endsAtMs > now ? found : null;
}

const bearerOf = (headers: Headers_): string | undefined => /^Bearer (\S+)$/.exec(headers.get('authorization') ?? '')?.[1];

/** Whether a script asks that was given a token. */
export function bearsScriptToken(headers: Headers_): boolean {
  const given = bearerOf(headers);
  return given !== undefined && entranceState().scripts.has(digestOfSecret(given));
}

/** Whether a program of this computer asks: it names the secret that lies in the data directory. */
export function bearsToken(headers: Headers_): boolean {
  const { token } = entranceState();
  const given = bearerOf(headers);
  return token !== null && given !== undefined && digestOfSecret(given) === digestOfSecret(token);
}
