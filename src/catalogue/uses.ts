/** What a machine is ridden for; schools, service lives and damping templates differ by it. */
export const USES = ['road', 'touring', 'conversion', 'off-road', 'rally'] as const;
export type Use = (typeof USES)[number];
export const USE_NAMES: Readonly<Record<Use, string>> = {
  road: 'Road',
  touring: 'Touring',
  conversion: 'Dirt machine on the road',
  'off-road': 'Off-road',
  rally: 'Rally and competition',
};
