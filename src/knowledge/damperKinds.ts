import type { End } from '@/catalogue/ends';
import type { ValveName } from '@/core/damper/damper';

/** A piston is named by its end and its size, as the machine's field names it. */
export const pistonId = (end: End, size: string) => `${end}-${size}`;

/** What is usual of a kind of piston, or of a damping rod with its holes: it stands in, marked as assumed, until somebody puts a calliper to it. The book begins from memory. */
export interface DamperKind {
  id: string;
  /** Where the figures are from. */
  origin: string;
  boreMm: number;
  rodMm: number;
  /** Inner diameter of its shims; a damping rod has none. */
  postMm: number | null;
  /** Outside of the sliding tube a damping rod works in; a piston needs none. */
  tubeMm: number | null;
  valves: Record<ValveName, { portMm2: number; bleedMm2: number }>;
}

const kind = (end: End, boreMm: number, rodMm: number, postMm: number, ports: Record<ValveName, number>, bleedMm2: number): DamperKind => ({
  id: pistonId(end, String(boreMm)),
  origin: 'from memory',
  boreMm,
  rodMm,
  postMm,
  tubeMm: null,
  valves: {
    compression: { portMm2: ports.compression, bleedMm2 },
    rebound: { portMm2: ports.rebound, bleedMm2 },
    base: { portMm2: ports.base, bleedMm2 },
  },
});

/** A damping rod: holes alone, always open; the foot's are those of compression, the check valve opens wide. */
const rod = (forkMm: number, boreMm: number, rodMm: number, holesMm2: { foot: number; rebound: number; check: number }): DamperKind => ({
  id: pistonId('front', `rod-${forkMm}`),
  origin: 'from memory',
  boreMm,
  rodMm,
  postMm: null,
  tubeMm: forkMm,
  valves: {
    compression: { portMm2: 0, bleedMm2: holesMm2.check },
    rebound: { portMm2: 0, bleedMm2: holesMm2.rebound },
    base: { portMm2: 0, bleedMm2: holesMm2.foot },
  },
});

// prettier-ignore
export const PISTON_KINDS: readonly DamperKind[] = [
  kind('rear', 50, 18, 12, { compression: 300, rebound: 160, base: 120 }, 3),
  kind('rear', 46, 16, 12, { compression: 260, rebound: 140, base: 100 }, 2.5),
  kind('rear', 44, 14, 10, { compression: 230, rebound: 120, base: 95 }, 2.5),
  kind('rear', 40, 14, 10, { compression: 190, rebound: 100, base: 80 }, 2),
  kind('rear', 36, 12, 8, { compression: 150, rebound: 80, base: 65 }, 2),
  kind('front', 28, 12, 8, { compression: 110, rebound: 70, base: 90 }, 1.5),
  kind('front', 24, 10, 6, { compression: 80, rebound: 50, base: 65 }, 1.2),
  kind('front', 20, 10, 6, { compression: 55, rebound: 35, base: 45 }, 1),
  rod(43, 38, 24, { foot: 45, rebound: 11, check: 160 }),
  rod(37, 32, 20, { foot: 35, rebound: 8, check: 140 }),
  rod(33, 28, 18, { foot: 28, rebound: 6, check: 110 }),
];
