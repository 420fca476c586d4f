import { held } from '@/catalogue/held';

/** The address the Shop book names for the shop: in force for the whole process, as what is usual is (decision 0022). '' where none is named. */

const inForce = held('site', () => '');

export const shopSite = (): string => inForce.value;

export function putSiteInForce(site: string): void {
  inForce.value = site.replace(/\/+$/, '');
}

/** Its host, which the shop then answers to; '' where none is named. */
export const siteHost = (): string => (URL.canParse(shopSite()) ? new URL(shopSite()).hostname : '');
