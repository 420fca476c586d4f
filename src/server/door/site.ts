/** The address the Shop book names for the shop: in force for the whole process, as what is usual is (decision 0022). '' where none is named. */

// Pages, routes and the gate are bundles of their own: kept where all of them see it.
const HOLDER = Symbol.for('mavrin.site');
const holder = globalThis as { [HOLDER]?: string };

export const shopSite = (): string => holder[HOLDER] ?? '';

export function putSiteInForce(site: string): void {
  holder[HOLDER] = site.replace(/\/+$/, '');
}

/** Its host, which the shop then answers to; '' where none is named. */
export const siteHost = (): string => (URL.canParse(shopSite()) ? new URL(shopSite()).hostname : '');
