/** What a machine is ridden for; schools, service lives and damping templates differ by it. */
export const USES = ['road', 'touring', 'circuit', 'conversion', 'off-road', 'rally'] as const;
export type Use = (typeof USES)[number];
export const USE_NAMES: Readonly<Record<Use, string>> = {
  road: 'Road',
  touring: 'Touring',
  circuit: 'Circuit',
  conversion: 'Dirt machine on the road',
  'off-road': 'Off-road',
  rally: 'Rally and competition',
};

/** Whether a page made for some uses serves this one: a book that says nothing of the circuit goes by the road. */
export const serves = (uses: readonly string[], use: string): boolean => uses.includes(use) || (use === 'circuit' && uses.includes('road'));
