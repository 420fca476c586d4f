import type { End } from '@/catalogue/ends';

/**
 * Every threshold a judgement uses, each with its unit and where it comes from. "From memory": no published source was at hand. A name ending in STANDARD is a standard uncertainty (k = 1): round
 * it a statement neither holds nor fails.
 */

// Targets

/** Where a school names no static sag, a share of its rider sag stands in. From memory: the pair school's 35 of 100. */
export const STATIC_SHARE_OF_RIDER = 0.35;

/** Either side of a sag on a maker's sheet, mm. Common practice, no source: 35 ± 5. */
export const MAKERS_TOLERANCE_MM = 5;

/** A rider sag this share off what right springs of its kind show is not right for it. From memory. */
export const KIND_WINDOW_SHARE = 0.2;
/** What a window nobody chose is unsure by, share of the sag aimed at: it rests on usual figures. From memory. */
export const USUAL_WINDOW_DOUBT = 0.15;

/** What a stroke of the shock is read to, mm, one standard deviation. Common practice, no source: 0.2 to 0.5. */
export const PAIR_READING_ERROR_MM = 0.3;

/** With the rider on, a rear this share of its travel beyond its window has collapsed. From memory. */
export const COLLAPSED_SHARE = 0.04;

/** Rider sag as a share of travel that machines are ridden with, least and most. From memory. */
export const USUAL_RIDER_SHARE = [0.15, 0.45] as const;
/** A mark this many times off what would be fitted is read wrongly, or in another unit. From memory. */
export const WILD_RATE_FACTOR = 1.8;

// Travel used

/** Travel used up to so near its end is all of it. From memory. */
export const ALL_USED_SHARE = 0.97;
/** Below this share a good part of the travel is never used. Common practice, no source: 30 %. */
export const NEVER_USED_SHARE = 0.75;

// Springs and pitch

/** Ends this share of travel further from their aims on one than on the other: it sits nose-high or nose-low. From memory. */
export const PITCH_SHARE = 0.05;

/** A rate off the ideal by less is not felt, %. Common practice, no source: 5 %. */
export const RATE_WORTH_SAYING_PERCENT = 5;
/** How far the rider pitches the machine, against bare. Differences under this are within the readings. From memory. */
export const PITCH_WORTH_SAYING_MM = 25;
/** A load behind the rear axle is worth a word, and is believed to matter, from this much off the front wheel, kg. From memory. */
export const LOAD_BEHIND_KG = 2;

// Seat and reach

/** The seat stands this share of the wheelbase forward of the rear axle. From memory. */
export const SEAT_SHARE = 0.35;
/** The ball of the foot bears a machine with the heel this far up. From memory. */
export const TIPTOE_MM = 60;
/** A saddle spreads the legs: what is lost of the inside leg. From memory. */
export const SPREAD_MM = 35;

// Valves

/** Less than this many newtons a click at 0.1 m/s is not felt. From memory. */
export const FELT_FORCE_N = 3;
/** A target this near an end of the clicker's reach leaves no room to tune. From memory. */
export const CLICKER_EDGE_SHARE = 0.15;

// As built

/** Rates nearer than this share are the same: marks are rounded so. From memory. */
export const SAME_RATE_SHARE = 0.005;
/** Preloads nearer than this are the same, mm: a collar is turned no finer. From memory. */
export const SAME_PRELOAD_MM = 0.3;

// Service

/** Two readings of a clock nearer than this say nothing of the pace, days. From memory. */
export const MIN_DAYS_APART = 14;

// Springs offered

/** Preload a spring is offered up to where the machine's own range is not known, mm. From memory. */
export const USUAL_MAX_PRELOAD_MM: Record<End, number> = { rear: 20, front: 25 };

/** A measured rate that misses the mark by more than this share is worth a warning, if the fit is surer than that. From memory: springs are sold to ± 5 %, a tester is good to 1 %. */
export const MISMARKED_SHARE = 0.03;
/** Rates further apart than this in the two legs twist the wheel more than they are worth. From memory. */
export const MAX_LEG_RATE_RATIO = 1.25;

// Dampers nobody measured

/** Discharge coefficients until a dyno has been fitted. From memory. */
export const USUAL_CD = 0.7;
/** Charge of a shock nobody measured, gauge. From memory. */
export const USUAL_GAS_MPA = 1;

/** Share of a target that is left to a leg whose neighbour does it all already. From memory. */
export const MIN_LEFT_SHARE = 0.02;

// Re-tuning

/** Causes that explain less than this are not ridden for. From memory. */
export const WORTH_A_RIDE_SHARE = 0.08;
/** Clickers this share of their range apart are out of balance. From memory. */
export const CLICKS_APART = 0.3;

// Weighing

/** A factor this near 1 is not worth a sentence. From memory. */
export const WORTH_SAYING_FACTOR = 1.08;

/** A cause explaining so much is followed without measuring on. From memory. */
export const ENOUGH_SHARE = 0.5;

// Evidence of springs

/** An ideal rate this share away from the mark is another spring: 5 % is felt, 8 % is a step of the list. Common practice, no source. */
export const STEP_SHARE = 0.08;
/** Force at full travel below this many times the load reaches the stop on any hard hit. From memory. */
export const MIN_LOAD_FACTOR = 2.2;
/** What that factor is known to. From memory. */
export const FACTOR_STANDARD = 0.1;
/** Ends whose frequencies differ by more than this share pitch at every bump. From memory. */
export const FREQUENCY_SHARE = 0.25;
/** What that difference is known to. From memory. */
export const FREQUENCY_STANDARD_SHARE = 0.05;
/** Riders this far apart in mass want another spring or ring. From memory. */
export const OTHER_RIDER_KG = 10;
/** What a rider's mass is known to, kg: gear and breakfast. From memory. */
export const OTHER_RIDER_STANDARD_KG = 3;
/** A stop this far before the end of the travel is met in ordinary riding. From memory. */
export const STOP_SHARE = 0.8;

// Evidence of a logged ride

/** Bottoming more than this often a minute is too often. From memory. */
export const BOTTOMS_A_MINUTE = 1;
/** Working this share of travel off the target is deep or high. From memory. */
export const LOGGED_SAG_OFF_SHARE = 0.06;
/** Sinking this share of the travel over a train of bumps is packing. From memory. */
export const PACKS_SHARE = 0.06;
/** Rebound against compression, speeds exceeded 5 % of the time: usual is somewhat below one. From memory. */
export const LOGGED_RETURN_RATIO = { fast: 1.15, slow: 0.55 };
/** Compression speeds exceeded 5 % of the time, m/s. From memory. */
export const LOGGED_COMPRESSION_M_PER_S = { fast: 1.1, slow: 0.25 };
/** Damping ratios of logged bounces below which an end swings on, and above which it creeps. From memory. */
export const LOGGED_ZETA = { low: 0.2, high: 0.6 };

// Evidence of condition

/** Lives reckoned with where the shop's rules count no distance. Common practice, no source: fork oil about 8 000 km, shocks 11 000 to 24 000. */
export const USUAL_OIL_LIFE_KM = { rear: 15_000, front: 8_000 };
/** Oil level off the maker's by this much is felt, mm; read to 1.5. From memory. */
export const OIL_LEVEL_APART_MM = 6;
/** What a level is read to, mm. From memory. */
export const OIL_LEVEL_STANDARD_MM = 1.5;
/** A charge below this share of what it should be. From memory. */
export const GAS_LEFT_SHARE = 0.75;
/** A tyre this far off the maker's pressure, MPa. From memory. */
export const TYRE_OFF_MPA = 0.02;
/** Fork tubes this far off the maker's height, mm. Common practice, no source: 10 mm is a big step. */
export const FORK_HEIGHT_APART_MM = 5;
/** How likely a rider of this pace rides hard enough to meet the limit of a set-up. From memory. */
export const PACE_HARD: Record<string, number> = { easy: 0.02, steady: 0.2, quick: 0.85, race: 1 };
/** How rough the ground of a use is, in steps. From memory. */
export const ROUGHNESS: Record<string, number> = { road: 0, touring: 0, conversion: 1, 'off-road': 2, rally: 2 };

// Evidence of height

/** Standard uncertainty of a friction band read by hand, mm. From memory. */
export const BAND_STANDARD_MM = 1.5;
/** What a pitch of both ends is known to, share of travel. From memory. */
export const PITCH_STANDARD_SHARE = 0.015;
/** What the reach to the ground is known to, mm. From memory. */
export const REACH_STANDARD_MM = 15;
/** Travel used from which it is all, and up to which it is little, as shares. From memory. */
export const ALL_TRAVEL_SHARE = 0.97;
export const LITTLE_TRAVEL_SHARE = 0.72;
/** What a tie on the leg is read to, mm. From memory. */
export const TIE_STANDARD_MM = 3;

/** Trail with the rider on below which a machine is called quick to fall in, and above which slow to turn, mm. From memory. */
export const USUAL_TRAIL_MM = [82, 122] as const;
/** What a trail from a sheet's rake and offset is known to, mm. From memory. */
export const TRAIL_STANDARD_MM = 5;
/** Anti-squat with the rider on below which the drive hardly holds the rear up, as a share, and what it is known to. From memory. */
export const LITTLE_ANTI_SQUAT = 0.6;
export const ANTI_SQUAT_STANDARD = 0.1;

// Evidence of damping

/** A clicker within this share of its range from either end. From memory. */
export const NEAR_END_SHARE = 0.2;
/** What a place in the range is known to, share of it. From memory. */
export const CLICK_STANDARD_SHARE = 0.04;
/** Damping ratios of the bounce test below which it swings on, and above which it creeps. From memory. */
export const LIVELY_ZETA = 0.35;
export const SLOW_ZETA = 0.62;
/** A bound by eye alone is believed this far; how it comes back, seen and said, further. From memory. */
export const BY_EYE_CREDENCE = 0.7;
/** Bounds of damping ratios at the wheel, at 0.1 m/s of the shaft. From memory. */
export const USUAL_ZETA = { rebound: [0.25, 0.8], compression: [0.1, 0.4] } as const;
/** What such a ratio is known to. From memory. */
export const ZETA_STANDARD = 0.04;
/** Shaft speed a road reaches, m/s. From memory. */
export const USUAL_SPEED_M_PER_S = 2;
/** A click that changes the force by less than this share does nothing. From memory. */
export const CLICK_SHARE = 0.012;
/** Heat that takes more than this share of the slow force is felt. From memory. */
export const HOT_SHARE = 0.3;

/** Shaft speed up to which a change of the aim is one of low speed, and from which it is one of high speed, m/s; between them it goes over evenly. Common practice, no source. */
export const AIM_LOW_M_PER_S = 0.3;
export const AIM_HIGH_M_PER_S = 0.6;

/** Gas pressures nearer than this are the same charge, MPa: what a gauge reads. Common practice, no source. */
export const SAME_GAS_MPA = 0.02;

/** How a bearing on the odds is said: from these factors on, or their inverse. From memory. */
export const STRONG_FACTOR = 6;
export const SOME_FACTOR = 2;

/** How much a measurement would tell, in bits, from which on it is said to tell much or something. Below the least it would change little. From memory. */
export const MUCH_BITS = 0.3;
export const LITTLE_BITS = 0.08;

/** Mixes of ground this far apart in roughness, of 6, are another ride. From memory. */
export const ROUGHER_BY = 0.4;

// Steering and drive

/** Usual of machines for loose ground and of those for the road. From memory. */
export const USUAL_GEOMETRY = {
  loose: { offsetMm: 22, frontRadiusMm: 345, rearRadiusMm: 325, pivotRiseMm: 95, massHeightShare: 0.47 },
  road: { offsetMm: 30, frontRadiusMm: 300, rearRadiusMm: 312, pivotRiseMm: 70, massHeightShare: 0.43 },
} as const;
/** The pivot's place along the wheelbase, from the rear. From memory. */
export const PIVOT_SHARE = 0.385;
/** How far machines of a kind differ in what nobody measured, standard deviations: mm and degrees. From memory. */
export const GEOMETRY_STANDARD = {
  wheelbase: 30,
  rake: 1,
  offset: 7,
  radius: 9,
  pivotForward: 25,
  pivotHeight: 20,
  shaft: 12,
  massHeight: 40,
} as const;
/** Smaller changes than these nobody feels. From memory. */
export const GEOMETRY_FELT = { rakeDeg: 0.15, trailMm: 1.5, wheelbaseMm: 5, antiSquat: 0.03, heightMm: 4 } as const;

// A model fitted to a log, an estimate, a leverage

/** Fitted to within this many of what each figure is known to, a model fits well, or roughly. From memory. */
export const MATCH_WELL = 1.5;
export const MATCH_ROUGHLY = 4;
/** A cause that explains less is not listed, unless it is supported. From memory. */
export const WORTH_LISTING_SHARE = 0.03;
/** A cause nobody complained of is named beside the others where it is there by more than this. From memory. */
export const THERE_FROM = 0.5;
/** A leverage that changes by less over its travel is constant; one that rises by more makes low travel the stiff part. From memory. */
export const CONSTANT_LEVERAGE_SHARE = 0.005;
export const RISING_LEVERAGE_SHARE = 0.03;
/** Clamps moved by more are a big step at once, mm. Common practice, no source: 10 mm turns another machine. */
export const FORK_HEIGHT_STEP_MM = 5;
