import { networkHost } from './hosts';
import { doorAddress } from './ridersDoor';

const LOOPBACK = /^(localhost|127\.|\[::1\])/;

/** This computer's address on the shop's network; null where it listens to itself alone. MAVRIN_HOST says what it listens on. */
function shopHost(): string | null {
  const listens = process.env.MAVRIN_HOST ?? '';
  if (listens === '' || LOOPBACK.test(listens)) return null;
  if (listens !== '0.0.0.0') return listens;
  return networkHost();
}

/** Where this shop's computer is reached: as the request reached it, or, asked from this computer itself, as others on the network reach it. */
export function addressOf(request: { url: string; headers: { get(name: string): string | null } }): string {
  const { protocol, host: own } = new URL(request.url);
  const host = request.headers.get('host') ?? own;
  const shop = LOOPBACK.test(host) ? shopHost() : null;
  const port = /:\d+$/.exec(host)?.[0] ?? '';
  return `${protocol}//${shop === null ? host : `${shop}${port}`}`;
}

/** Where a rider's phone opens its sheet: by the door for the riders where that is open, else as others reach the shop. */
export const riderAddress = (request: Parameters<typeof addressOf>[0]): string => doorAddress() ?? addressOf(request);

/** Whether a phone on the shop's network could open an address. */
export const isReachable = (address: string): boolean => !LOOPBACK.test(new URL(address).host);

/** Where a set-up card is opened; null where no phone could. @param address of the shop's computer */
export function cardLink(address: string, setupId: number): string | null {
  const link = `${address}/setups/${setupId}/card`;
  return isReachable(link) ? link : null;
}
