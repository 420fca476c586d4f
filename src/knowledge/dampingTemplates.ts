import type { Use } from '@/catalogue/uses';
import type { DampingSide } from '@/core/damper/target';

/** What damping the shop aims at: ratios of critical, a knee and a slope beyond it, for each direction. */
export interface DampingTemplate {
  id: string;
  name: string;
  creed: string;
  origin: string;
  compression: DampingSide;
  rebound: DampingSide;
  /** Half-width of the band drawn round the target, as a share of it. */
  bandShare: number;
  /** Uses and schools it is proposed for until one is chosen. From memory. */
  uses: readonly Use[];
  schools: readonly string[];
}

const MEMORY = 'from memory';

/** Templates the Shop book begins with. From memory: general texts put road vehicles at 0.2 to 0.4 overall with rebound 1.5 to 3 times compression. */
export const DAMPING_TEMPLATES: readonly DampingTemplate[] = [
  {
    id: 'soft-and-damped',
    name: 'Soft spring, more damping',
    creed: 'The softest spring that holds the load, held down by its valves.',
    origin: MEMORY,
    compression: { zeta: 0.26, kneeMPerS: 0.25, highShare: 0.45 },
    rebound: { zeta: 0.5, kneeMPerS: 0.3, highShare: 0.6 },
    bandShare: 0.12,
    uses: ['off-road', 'rally'],
    schools: [],
  },
  {
    id: 'stiff-and-free',
    name: 'Stiff spring, free valve',
    creed: 'The spring carries the hits; the valves let the wheel move.',
    origin: MEMORY,
    compression: { zeta: 0.16, kneeMPerS: 0.2, highShare: 0.35 },
    rebound: { zeta: 0.34, kneeMPerS: 0.25, highShare: 0.5 },
    bandShare: 0.12,
    uses: [],
    schools: ['drive-first'],
  },
  {
    id: 'paved',
    name: 'Paved roads',
    creed: 'Firm while slow for a quiet chassis, free on square edges.',
    origin: MEMORY,
    compression: { zeta: 0.22, kneeMPerS: 0.12, highShare: 0.3 },
    rebound: { zeta: 0.48, kneeMPerS: 0.2, highShare: 0.5 },
    bandShare: 0.12,
    uses: ['road', 'touring', 'conversion'],
    schools: [],
  },
];
