/**
 * The schools: what a shop sets, and the windows it calls right. They disagree on purpose. Values: common practice, no source.
 */
export type Use = 'road' | 'touring' | 'conversion' | 'off-road' | 'rally';
export type SchoolId = 'share-of-travel' | 'rider-and-static' | 'road-window' | 'makers-sheet';
export type End = 'rear' | 'front';

export interface Window {
  minMm: number;
  maxMm: number;
}

export interface Windows {
  static: Window | null;
  rider: Window | null;
}

export interface School {
  id: SchoolId;
  name: string;
  /** One sentence: what it sets and what it judges. */
  creed: string;
  origin: string;
  windows(use: Use, end: End, travelMm: number): Windows;
}

const ORIGIN = 'common practice, no source';
const share = (low: number, high: number, travelMm: number): Window => ({ minMm: low * travelMm, maxMm: high * travelMm });
const mm = (minMm: number, maxMm: number): Window => ({ minMm, maxMm });

const RIDER_SHARE: Record<Use, [number, number]> = {
  road: [0.25, 0.3],
  touring: [0.25, 0.3],
  conversion: [0.23, 0.27],
  'off-road': [0.3, 0.36],
  rally: [0.3, 0.36],
};

/** The pair school's figures are for full off-road travel; on shorter travel they scale with it. */
const PAIR_TRAVEL_MM = 300;

function pairWindows(use: Use, end: End, travelMm: number): Windows {
  const scale = travelMm / PAIR_TRAVEL_MM;
  if (use === 'road' || use === 'touring') {
    return end === 'rear' ? { static: mm(5, 15), rider: mm(30, 40) } : { static: mm(15, 25), rider: mm(30, 42) };
  }
  return end === 'rear'
    ? { static: mm(30 * scale, 40 * scale), rider: mm(90 * scale, 110 * scale) }
    : { static: mm(20 * scale, 35 * scale), rider: mm(65 * scale, 85 * scale) };
}

export const SCHOOLS: readonly School[] = [
  {
    id: 'rider-and-static',
    name: 'Rider-and-static pair',
    creed: 'Rider sag first, then static sag judges the rate.',
    origin: ORIGIN,
    windows: pairWindows,
  },
  {
    id: 'share-of-travel',
    name: 'Share of travel',
    creed: 'Rider sag as a share of wheel travel.',
    origin: ORIGIN,
    windows: (use, _end, travelMm) => ({ static: null, rider: share(...RIDER_SHARE[use], travelMm) }),
  },
  {
    id: 'road-window',
    name: 'Road window',
    creed: 'Rider sag in millimetres, and some static sag at both ends.',
    origin: ORIGIN,
    windows: (_use, end, _travelMm) => ({ static: mm(3, 25), rider: end === 'rear' ? mm(26, 40) : mm(30, 42) }),
  },
  {
    id: 'makers-sheet',
    name: 'Maker’s sheet',
    creed: 'Static sag only, with a tolerance, at a stated fuel level.',
    origin: ORIGIN,
    windows: (_use, end) => ({ static: end === 'rear' ? mm(15, 25) : mm(30, 40), rider: null }),
  },
];

export const schoolById = (id: string): School => SCHOOLS.find((s) => s.id === id) ?? SCHOOLS[0]!;

export type WindowVerdict = 'in window' | 'low' | 'high';

/** "low" means the machine sits too low (too much sag), "high" too high: the words a technician uses of the machine, not of the number. */
export function againstWindow(sagMm: number, window: Window): WindowVerdict {
  if (sagMm > window.maxMm) return 'low';
  if (sagMm < window.minMm) return 'high';
  return 'in window';
}

export const middleMm = (window: Window): number => (window.minMm + window.maxMm) / 2;
