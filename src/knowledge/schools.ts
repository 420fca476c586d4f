import type { End } from '@/catalogue/ends';
import { serves, USES, type Use } from '@/catalogue/uses';

/**
 * The schools: what a shop sets, and the windows it calls right. They disagree on purpose. Each is data, kept in the Shop book in versions; what is
 * here is what the book begins with. Values: common practice, no source, unless the origin says otherwise.
 */
export type SagState = 'static' | 'rider';

export interface Window {
  minMm: number;
  maxMm: number;
}

export interface Windows {
  static: Window | null;
  rider: Window | null;
}

/** One window of a school: in mm, or as a share of the wheel travel. */
export interface WindowRow {
  /** Uses it holds for; the first row that fits counts. */
  uses: Use[];
  end: End;
  state: SagState;
  unit: 'mm' | 'share';
  min: number;
  max: number;
}

export type SchoolRule =
  | { kind: 'windows'; rows: WindowRow[] }
  /** Installed preload as a share of the shock spring's free length. */
  | { kind: 'preload-share'; share: number; tolerance: number }
  /** Swing-arm angle below the horizontal with the rider on, degrees, by grip: a range, never one number. */
  | { kind: 'arm-angle'; lowGripDeg: [number, number]; highGripDeg: [number, number] }
  /** Both ends use the same share of their travel, within this. */
  | { kind: 'balance'; tolerance: number };

export interface School {
  id: string;
  name: string;
  /** One sentence: what it sets and what it judges. */
  creed: string;
  origin: string;
  order: 'rear first' | 'both together';
  rule: SchoolRule;
}

/** The school whose windows are the maker's own sags, where they are typed on the machine. */
export const MAKERS_SCHOOL = 'makers-sheet';

const ORIGIN = 'common practice, no source';
const MEMORY = 'from memory';
const PAVED: Use[] = ['road', 'touring'];
const LOOSE: Use[] = ['conversion', 'off-road', 'rally'];
const row = (uses: Use[], end: End, state: SagState, unit: 'mm' | 'share', min: number, max: number): WindowRow => ({
  uses,
  end,
  state,
  unit,
  min,
  max,
});
const all = [...USES];
const bothEnds = (uses: Use[], min: number, max: number) => [
  row(uses, 'rear', 'rider', 'share', min, max),
  row(uses, 'front', 'rider', 'share', min, max),
];

export const SCHOOLS: readonly School[] = [
  {
    id: 'rider-and-static',
    name: 'Rider-and-static pair',
    creed: 'Rider sag first, then static sag judges the rate.',
    origin: `${ORIGIN}; off-road figures are for 300 mm of travel and go with it`,
    order: 'rear first',
    rule: {
      kind: 'windows',
      rows: [
        row(['circuit'], 'rear', 'static', 'mm', 3, 10),
        row(['circuit'], 'rear', 'rider', 'mm', 20, 30),
        row(['circuit'], 'front', 'static', 'mm', 15, 25),
        row(['circuit'], 'front', 'rider', 'mm', 28, 38),
        row(PAVED, 'rear', 'static', 'mm', 5, 15),
        row(PAVED, 'rear', 'rider', 'mm', 27, 40),
        row(PAVED, 'front', 'static', 'mm', 15, 25),
        row(PAVED, 'front', 'rider', 'mm', 30, 42),
        row(['conversion'], 'rear', 'static', 'share', 22 / 300, 36 / 300),
        row(['conversion'], 'rear', 'rider', 'share', 70 / 300, 95 / 300),
        row(LOOSE, 'rear', 'static', 'share', 30 / 300, 40 / 300),
        row(LOOSE, 'rear', 'rider', 'share', 90 / 300, 110 / 300),
        row(LOOSE, 'front', 'static', 'share', 22 / 300, 42 / 300),
        row(LOOSE, 'front', 'rider', 'share', 53 / 300, 82 / 300),
      ],
    },
  },
  {
    id: 'share-of-travel',
    name: 'Share of travel',
    creed: 'Rider sag as a share of wheel travel.',
    origin: ORIGIN,
    order: 'both together',
    rule: {
      kind: 'windows',
      rows: [
        ...bothEnds(['circuit'], 0.2, 0.25),
        ...bothEnds(PAVED, 0.25, 0.3),
        ...bothEnds(['conversion'], 0.23, 0.27),
        ...bothEnds(['off-road', 'rally'], 0.3, 0.36),
      ],
    },
  },
  {
    id: 'road-window',
    name: 'Road window',
    creed: 'Rider sag in millimetres, and some static sag at both ends.',
    origin: ORIGIN,
    order: 'both together',
    rule: {
      kind: 'windows',
      rows: [
        row(all, 'rear', 'static', 'mm', 3, 25),
        row(all, 'rear', 'rider', 'mm', 26, 40),
        row(all, 'front', 'static', 'mm', 3, 25),
        row(all, 'front', 'rider', 'mm', 30, 42),
      ],
    },
  },
  {
    id: MAKERS_SCHOOL,
    name: 'Maker’s sheet',
    creed: 'Static sag only, with a tolerance, at a stated fuel level.',
    origin: ORIGIN,
    order: 'both together',
    rule: { kind: 'windows', rows: [row(all, 'rear', 'static', 'mm', 15, 25), row(all, 'front', 'static', 'mm', 30, 40)] },
  },
  {
    id: 'preload-share',
    name: 'Preload share',
    creed: 'Installed preload as a share of the shock spring’s free length.',
    origin: ORIGIN,
    order: 'rear first',
    rule: { kind: 'preload-share', share: 0.1, tolerance: 0.02 },
  },
  {
    id: 'drive-first',
    name: 'Drive first',
    creed: 'Rear ride height from the swing-arm’s angle; a range, never one number; the front is matched after riding.',
    origin: `${ORIGIN}; the angles are ${MEMORY}`,
    order: 'rear first',
    rule: { kind: 'arm-angle', lowGripDeg: [9, 12], highGripDeg: [6, 9] },
  },
  {
    id: 'balance-first',
    name: 'Balance first',
    creed: 'Both ends return alike and use the same share of their travel.',
    origin: `${ORIGIN}; the tolerance is ${MEMORY}`,
    order: 'both together',
    rule: { kind: 'balance', tolerance: 0.03 },
  },
];

export const schoolById = (id: string, schools: readonly School[]): School => schools.find((s) => s.id === id) ?? schools[0]!;

/** What a school needs to know of the machine besides its use. */
export interface SchoolContext {
  use: Use;
  end: End;
  travelMm: number;
  grip: 'low' | 'high';
  /** Swing-arm reach and how far the axle hangs below the pivot at full extension; null where not known. */
  arm: { reachMm: number; dropMm: number } | null;
  /** Rider sag of the other end as a share of its travel; null where not known. */
  otherShare: number | null;
}

/**
 * The windows a school sets for one end, in mm.
 * The angle school: the arm hangs `drop` below its pivot over `reach` at full extension, so at angle α below the horizontal the wheel has risen
 * z = drop − reach·sin α.
 */
export function schoolWindows(school: School, context: SchoolContext): Windows {
  const { rule } = school;
  const { travelMm } = context;
  const none: Windows = { static: null, rider: null };
  switch (rule.kind) {
    case 'windows': {
      const of = (state: SagState): Window | null => {
        const found = rule.rows.find((r) => r.end === context.end && r.state === state && serves(r.uses, context.use));
        const by = found?.unit === 'share' ? travelMm : 1;
        return found ? { minMm: found.min * by, maxMm: found.max * by } : null;
      };
      return { static: of('static'), rider: of('rider') };
    }
    case 'arm-angle': {
      if (context.end === 'front' || !context.arm) return none;
      const { reachMm, dropMm } = context.arm;
      const [least, most] = context.grip === 'low' ? rule.lowGripDeg : rule.highGripDeg;
      const at = (deg: number) => dropMm - reachMm * Math.sin((deg * Math.PI) / 180);
      const [minMm, maxMm] = [Math.max(at(most), 0), Math.min(at(least), travelMm)];
      return maxMm > minMm ? { static: null, rider: { minMm, maxMm } } : none;
    }
    case 'balance':
      return context.otherShare === null
        ? none
        : {
            static: null,
            rider: {
              minMm: Math.max(0, (context.otherShare - rule.tolerance) * travelMm),
              maxMm: (context.otherShare + rule.tolerance) * travelMm,
            },
          };
    case 'preload-share':
      return none;
  }
}

export type WindowVerdict = 'in window' | 'more sag' | 'less sag';

/** In words that cannot be taken for the machine’s height: more or less sag than the window has. */
export function againstWindow(sagMm: number, window: Window): WindowVerdict {
  if (sagMm > window.maxMm) return 'more sag';
  if (sagMm < window.minMm) return 'less sag';
  return 'in window';
}

export const middleMm = (window: Window): number => (window.minMm + window.maxMm) / 2;
