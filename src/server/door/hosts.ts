import { networkInterfaces } from 'node:os';

/** Whether a name or address, without its port, is this computer's own to itself. */
export const isLoopback = (name: string): boolean => /^(localhost|127(\.\d{1,3}){3}|\[::1\])$/i.test(name);

/** Every address this computer has, loopback too. */
const addresses = () => Object.values(networkInterfaces()).flatMap((found) => (found ?? []).filter((i) => i.family === 'IPv4'));

/** This computer's address on the shop's network; null where it is in none. */
export const networkHost = (): string | null => addresses().find((i) => !i.internal)?.address ?? null;

/** Names this shop's computer answers to beside its loopback ones: the one it listens on, its own addresses where it listens on all, and those named in MAVRIN_NAMES. */
function ownNames(environment: Record<string, string | undefined>): string[] {
  const listens = environment.MAVRIN_HOST ?? '';
  const own = listens === '0.0.0.0' || listens === '::' ? addresses().map((i) => i.address) : [listens];
  const named = URL.canParse(environment.MAVRIN_ADDRESS ?? '') ? [new URL(environment.MAVRIN_ADDRESS!).hostname] : [];
  return [...own, ...named, ...(environment.MAVRIN_NAMES ?? '').split(',')].map((name) => name.trim().toLowerCase()).filter(Boolean);
}

/**
 * Whether a request names this computer. A page elsewhere may point a name of its own at 127.0.0.1; the browser then takes it for the shop's own page. Only names
 * that are ours are answered.
 * @param host of the request, with or without a port
 */
export function isOurs(host: string | null, environment: Record<string, string | undefined>): boolean {
  const name = (host ?? '').replace(/:\d+$/, '').toLowerCase();
  return isLoopback(name) || ownNames(environment).includes(name);
}

/**
 * Whether others than this computer reach the shop: it listens on more than itself, answers to names of its own (as behind a proxy), or is told to ask everybody.
 * Then everybody signs in, at this computer too.
 */
export function isOpened(environment: Record<string, string | undefined>): boolean {
  const listens = environment.MAVRIN_HOST || '127.0.0.1';
  const hasNames = (environment.MAVRIN_NAMES ?? '').trim() !== '' || (environment.MAVRIN_ADDRESS ?? '') !== '';
  return !isLoopback(listens) || hasNames || environment.MAVRIN_SIGN_IN === 'always';
}
