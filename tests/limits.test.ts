import { readFileSync } from 'node:fs';
import * as constants from '@/core/constants/constants';
import * as coreLimits from '@/core/constants/limits';
import * as limits from '@/knowledge/limits';

/** Where a value comes from: a publication, common practice without one, or memory. */
type Source = 'published' | 'practice' | 'memory';
const SAID: Record<Source, RegExp> = {
  published: /NIST|EN \d+|Shigley|exact/,
  practice: /[Cc]ommon practice/,
  memory: /[Ff]rom memory/,
};
/** What a name ends in says its unit. */
const SUFFIXES: [RegExp, string][] = [
  [/_M_PER_S2$/, 'm/s²'],
  [/_M_PER_S$/, 'm/s'],
  [/_KG_PER_L$/, 'kg/L'],
  [/_KG_PER_M3$/, 'kg/m³'],
  [/_PERCENT$/, '%'],
  [/_MM$/, 'mm'],
  [/_KG$/, 'kg'],
  [/(?<!PER)_KM$/, 'km'],
  [/_MPA$/, 'MPa'],
  [/_GPA$/, 'GPa'],
  [/_SHARE$/, 'share'],
];

/** Every threshold a judgement decides by and every constant of a material: a change of one is meant, and is made here too. */
const PINNED: Record<string, [value: unknown, unit: string, source: Source]> = {
  // src/core/constants/constants.ts
  STANDARD_GRAVITY_M_PER_S2: [9.80665, 'm/s²', 'published'],
  FUEL_DENSITY_KG_PER_L: [0.75, 'kg/L', 'published'],
  TAPE_HALF_WIDTH_MM: [1, 'mm', 'practice'],
  ATMOSPHERE_MPA: [0.101325, 'MPa', 'published'],
  STEEL_YOUNGS_GPA: [206, 'GPa', 'published'],
  STEEL_POISSON: [0.3, 'ratio', 'published'],
  MM_PER_KM: [1000000, 'mm/km', 'published'],
  MM_PER_INCH: [25.4, 'mm/in', 'published'],
  SPRING_STEEL_SHEAR_GPA: [79.3, 'GPa', 'published'],
  SPRING_STEEL_KG_PER_M3: [7850, 'kg/m³', 'published'],
  // src/core/constants/limits.ts
  TOPPED_OUT_MM: [1, 'mm', 'memory'],
  WIDE_FRICTION_BAND_MM: [8, 'mm', 'practice'],
  USUAL_SAG_UNCERTAINTY_MM: [3, 'mm', 'memory'],
  USUAL_CLICKS: [20, 'click', 'memory'],
  SUPPORT_FROM: [1.35, 'ratio', 'memory'],
  LEADS_FROM_SHARE: [0.2, 'share', 'memory'],
  // src/knowledge/limits.ts
  STATIC_SHARE_OF_RIDER: [0.35, 'share', 'memory'],
  USUAL_RIDER_SHARE: [[0.15, 0.45], 'share', 'memory'],
  WILD_RATE_FACTOR: [1.8, '', 'memory'],
  MAKERS_TOLERANCE_MM: [5, 'mm', 'practice'],
  PAIR_READING_ERROR_MM: [0.3, 'mm', 'practice'],
  KIND_WINDOW_SHARE: [0.2, 'share', 'memory'],
  USUAL_WINDOW_DOUBT: [0.15, 'share', 'memory'],
  COLLAPSED_SHARE: [0.04, 'share', 'memory'],
  ALL_USED_SHARE: [0.97, 'share', 'memory'],
  NEVER_USED_SHARE: [0.75, 'share', 'practice'],
  PITCH_SHARE: [0.05, 'share', 'memory'],
  RATE_WORTH_SAYING_PERCENT: [5, '%', 'practice'],
  PITCH_WORTH_SAYING_MM: [25, 'mm', 'memory'],
  LOAD_BEHIND_KG: [2, 'kg', 'memory'],
  SEAT_SHARE: [0.35, 'share', 'memory'],
  TIPTOE_MM: [60, 'mm', 'memory'],
  SPREAD_MM: [35, 'mm', 'memory'],
  FELT_FORCE_N: [3, 'N', 'memory'],
  CLICKER_EDGE_SHARE: [0.15, 'share', 'memory'],
  SAME_RATE_SHARE: [0.005, 'share', 'memory'],
  SAME_PRELOAD_MM: [0.3, 'mm', 'memory'],
  MIN_DAYS_APART: [14, 'day', 'memory'],
  USUAL_MAX_PRELOAD_MM: [{ rear: 20, front: 25 }, 'mm', 'memory'],
  MISMARKED_SHARE: [0.03, 'share', 'memory'],
  MAX_LEG_RATE_RATIO: [1.25, 'ratio', 'memory'],
  USUAL_CD: [0.7, 'ratio', 'memory'],
  USUAL_GAS_MPA: [1, 'MPa', 'memory'],
  MIN_LEFT_SHARE: [0.02, 'share', 'memory'],
  WORTH_A_RIDE_SHARE: [0.08, 'share', 'memory'],
  CLICKS_APART: [0.3, 'share', 'memory'],
  WORTH_SAYING_FACTOR: [1.08, 'ratio', 'memory'],
  ENOUGH_SHARE: [0.5, 'share', 'memory'],
  STEP_SHARE: [0.08, 'share', 'practice'],
  MIN_LOAD_FACTOR: [2.2, 'ratio', 'memory'],
  FACTOR_STANDARD: [0.1, 'ratio', 'memory'],
  FREQUENCY_SHARE: [0.25, 'share', 'memory'],
  FREQUENCY_STANDARD_SHARE: [0.05, 'share', 'memory'],
  OTHER_RIDER_KG: [10, 'kg', 'memory'],
  OTHER_RIDER_STANDARD_KG: [3, 'kg', 'memory'],
  STOP_SHARE: [0.8, 'share', 'memory'],
  BOTTOMS_A_MINUTE: [1, '1/min', 'memory'],
  LOGGED_SAG_OFF_SHARE: [0.06, 'share', 'memory'],
  PACKS_SHARE: [0.06, 'share', 'memory'],
  LOGGED_RETURN_RATIO: [{ fast: 1.15, slow: 0.55 }, 'ratio', 'memory'],
  LOGGED_COMPRESSION_M_PER_S: [{ fast: 1.1, slow: 0.25 }, 'm/s', 'memory'],
  LOGGED_ZETA: [{ low: 0.2, high: 0.6 }, 'ratio', 'memory'],
  USUAL_OIL_LIFE_KM: [{ rear: 15000, front: 8000 }, 'km', 'practice'],
  OIL_LEVEL_APART_MM: [6, 'mm', 'memory'],
  OIL_LEVEL_STANDARD_MM: [1.5, 'mm', 'memory'],
  GAS_LEFT_SHARE: [0.75, 'share', 'memory'],
  TYRE_OFF_MPA: [0.02, 'MPa', 'memory'],
  FORK_HEIGHT_APART_MM: [5, 'mm', 'practice'],
  PACE_HARD: [{ easy: 0.02, steady: 0.2, quick: 0.85, race: 1 }, 'chance', 'memory'],
  ROUGHNESS: [{ road: 0, touring: 0, conversion: 1, 'off-road': 2, rally: 2 }, 'step', 'memory'],
  BAND_STANDARD_MM: [1.5, 'mm', 'memory'],
  PITCH_STANDARD_SHARE: [0.015, 'share', 'memory'],
  REACH_STANDARD_MM: [15, 'mm', 'memory'],
  ALL_TRAVEL_SHARE: [0.97, 'share', 'memory'],
  LITTLE_TRAVEL_SHARE: [0.72, 'share', 'memory'],
  TIE_STANDARD_MM: [3, 'mm', 'memory'],
  USUAL_TRAIL_MM: [[82, 122], 'mm', 'memory'],
  TRAIL_STANDARD_MM: [5, 'mm', 'memory'],
  LITTLE_ANTI_SQUAT: [0.6, 'share', 'memory'],
  ANTI_SQUAT_STANDARD: [0.1, 'share', 'memory'],
  NEAR_END_SHARE: [0.2, 'share', 'memory'],
  CLICK_STANDARD_SHARE: [0.04, 'share', 'memory'],
  LIVELY_ZETA: [0.35, 'ratio', 'memory'],
  SLOW_ZETA: [0.62, 'ratio', 'memory'],
  BY_EYE_CREDENCE: [0.7, 'chance', 'memory'],
  USUAL_ZETA: [{ rebound: [0.25, 0.8], compression: [0.1, 0.4] }, 'ratio', 'memory'],
  ZETA_STANDARD: [0.04, 'ratio', 'memory'],
  USUAL_SPEED_M_PER_S: [2, 'm/s', 'memory'],
  CLICK_SHARE: [0.012, 'share', 'memory'],
  HOT_SHARE: [0.3, 'share', 'memory'],
  AIM_LOW_M_PER_S: [0.3, 'm/s', 'practice'],
  AIM_HIGH_M_PER_S: [0.6, 'm/s', 'practice'],
  SAME_GAS_MPA: [0.02, 'MPa', 'practice'],
  STRONG_FACTOR: [6, 'ratio', 'memory'],
  SOME_FACTOR: [2, 'ratio', 'memory'],
  MUCH_BITS: [0.3, 'bit', 'memory'],
  LITTLE_BITS: [0.08, 'bit', 'memory'],
  ROUGHER_BY: [0.4, 'step', 'memory'],
  USUAL_GEOMETRY: [
    {
      loose: { offsetMm: 22, frontRadiusMm: 345, rearRadiusMm: 325, pivotRiseMm: 95, massHeightShare: 0.47 },
      road: { offsetMm: 30, frontRadiusMm: 300, rearRadiusMm: 312, pivotRiseMm: 70, massHeightShare: 0.43 },
    },
    'mm, share',
    'memory',
  ],
  PIVOT_SHARE: [0.385, 'share', 'memory'],
  GEOMETRY_STANDARD: [
    { wheelbase: 30, rake: 1, offset: 7, radius: 9, pivotForward: 25, pivotHeight: 20, shaft: 12, massHeight: 40 },
    'mm, °',
    'memory',
  ],
  GEOMETRY_FELT: [{ rakeDeg: 0.15, trailMm: 1.5, wheelbaseMm: 5, antiSquat: 0.03, heightMm: 4 }, '°, mm, share', 'memory'],
  MATCH_WELL: [1.5, 'ratio', 'memory'],
  MATCH_ROUGHLY: [4, 'ratio', 'memory'],
  WORTH_LISTING_SHARE: [0.03, 'share', 'memory'],
  THERE_FROM: [0.5, 'chance', 'memory'],
  CONSTANT_LEVERAGE_SHARE: [0.005, 'share', 'memory'],
  RISING_LEVERAGE_SHARE: [0.03, 'share', 'memory'],
  FORK_HEIGHT_STEP_MM: [5, 'mm', 'practice'],
};

const FILES = {
  'src/core/constants/constants.ts': constants,
  'src/core/constants/limits.ts': coreLimits,
  'src/knowledge/limits.ts': limits,
};
const named = Object.entries(FILES).flatMap(([file, module]) => {
  const source = readFileSync(file, 'utf8');
  return Object.entries(module).map(([name, value]) => ({ name, value, comment: commentOf(source, name) }));
});

/** The comment above a name; one comment may stand over several. */
function commentOf(source: string, name: string): string {
  const at = source.search(new RegExp(`export const ${name}\\b`));
  return source.slice(source.lastIndexOf('/**', at), at);
}

test('every limit and constant is pinned, and none is pinned that is no more', () => {
  expect(named.map((n) => n.name).sort()).toEqual(Object.keys(PINNED).sort());
});

test.each(named)('$name has its value, its unit and its source', ({ name, value, comment }) => {
  const [pinned, unit, source] = PINNED[name]!;
  expect(value).toEqual(pinned);
  expect(comment).toMatch(SAID[source]);
  const suffix = SUFFIXES.find(([ending]) => ending.test(name));
  if (suffix) expect(unit).toBe(suffix[1]);
});
