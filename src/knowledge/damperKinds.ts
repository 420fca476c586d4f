import type { ValveName } from '@/core/damper/damper';

/** What is usual of a kind of piston: it stands in, marked as assumed, until somebody puts a calliper to it. All from memory. */
export interface DamperKind {
  boreMm: number;
  rodMm: number;
  /** Inner diameter of its shims. */
  postMm: number;
  valves: Record<ValveName, { portMm2: number; bleedMm2: number }>;
}

const kind = (boreMm: number, rodMm: number, postMm: number, ports: Record<ValveName, number>, bleedMm2: number): DamperKind => ({
  boreMm,
  rodMm,
  postMm,
  valves: {
    compression: { portMm2: ports.compression, bleedMm2 },
    rebound: { portMm2: ports.rebound, bleedMm2 },
    base: { portMm2: ports.base, bleedMm2 },
  },
});

export const DAMPER_KINDS = {
  rear: {
    '50': kind(50, 18, 12, { compression: 300, rebound: 160, base: 120 }, 3),
    '46': kind(46, 16, 12, { compression: 260, rebound: 140, base: 100 }, 2.5),
    '44': kind(44, 14, 10, { compression: 230, rebound: 120, base: 95 }, 2.5),
    '40': kind(40, 14, 10, { compression: 190, rebound: 100, base: 80 }, 2),
    '36': kind(36, 12, 8, { compression: 150, rebound: 80, base: 65 }, 2),
  },
  front: {
    '28': kind(28, 12, 8, { compression: 110, rebound: 70, base: 90 }, 1.5),
    '24': kind(24, 10, 6, { compression: 80, rebound: 50, base: 65 }, 1.2),
    '20': kind(20, 10, 6, { compression: 55, rebound: 35, base: 45 }, 1),
  },
} as const satisfies Record<'rear' | 'front', Record<string, DamperKind>>;
