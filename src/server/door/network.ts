import { isLoopback, networkHost } from './hosts';
import { doorAddress } from './ridersDoor';
import { shopSite } from './site';

type Environment = Record<string, string | undefined>;

/** This computer's address on the shop's network; null where it listens to itself alone. MAVRIN_HOST says what it listens on. */
function shopHost({ MAVRIN_HOST: listens = '' }: Environment): string | null {
  if (listens === '' || isLoopback(listens)) return null;
  if (listens !== '0.0.0.0') return listens;
  return networkHost();
}

/**
 * Where the shop's computer is reached, for links and squares: as it was set up, never as a request names it, for a caller may write any name there. Behind a proxy
 * MAVRIN_ADDRESS says it, else the Shop book.
 */
export function shopAddress(environment: Environment = process.env): string {
  const { MAVRIN_ADDRESS, MAVRIN_TLS_CERT, PORT = '4170' } = environment;
  if (MAVRIN_ADDRESS) return MAVRIN_ADDRESS.replace(/\/+$/, '');
  if (shopSite() !== '') return shopSite();
  return `${MAVRIN_TLS_CERT ? 'https' : 'http'}://${shopHost(environment) ?? '127.0.0.1'}:${PORT}`;
}

/** Where a rider's phone opens its sheet: by the door for the riders where that is open, else as others reach the shop. */
export const riderAddress = (): string => doorAddress() ?? shopAddress();

/** Whether a phone on the shop's network could open an address. */
export const isReachable = (address: string): boolean => !isLoopback(new URL(address).hostname);

/** Where a set-up card is opened; null where no phone could. */
export function cardLink(setupId: number): string | null {
  const link = `${shopAddress()}/setups/${setupId}/card`;
  return isReachable(link) ? link : null;
}
