export interface DampingSide {
  /** Share of critical damping below the knee. */
  zeta: number;
  kneeMPerS: number;
  /** Slope beyond the knee as a share of the slope below it. */
  highShare: number;
}

/** One point of a target curve: shaft speed and force of the damping alone. */
export interface TargetPoint {
  mPerS: number;
  forceN: number;
}

/** Speeds at which targets are given and stacks are judged, m/s at the shaft: from the rider's movements to square edges. */
export const TARGET_SPEEDS = [0.05, 0.1, 0.2, 0.4, 0.7, 1.1, 1.6, 2.2, 3] as const;

export interface Sprung {
  /** Vertical wheel rate, N/mm. */
  wheelRateNPerMm: number;
  /** Mass carried at this end with the rider, kg. */
  massKg: number;
  /** Wheel travel over shaft stroke at the rider sag; of a fork 1/cos ε. */
  leverage: number;
  /** Dampers side by side. */
  dampers: number;
}

/** Critical damping of one damper at its shaft, N·s/m: c_c = 2√(k_w·m), times the leverage squared. Source: Dixon, The Shock Absorber Handbook (from memory). */
export const criticalAtShaft = (sprung: Sprung): number => (criticalAtWheel(sprung) * sprung.leverage ** 2) / sprung.dampers;

/** Critical damping of the whole end at its wheel, N·s/m: c_c = 2√(k_w·m). */
export const criticalAtWheel = ({ wheelRateNPerMm, massKg }: Sprung): number => 2 * Math.sqrt(wheelRateNPerMm * 1000 * massKg);

/** From the shaft to the wheel: what a shaft speed is multiplied by, and the force of one damper; all dampers side by side work there. Source: virtual work. */
export const atWheel = ({ leverage, dampers }: Sprung): { speed: number; force: number } => ({
  speed: leverage,
  force: dampers / leverage,
});

/** A target curve from a template: ζ·c_c up to the knee, a share of that slope beyond it. Forces N at the shaft. */
export function templateCurve(
  { zeta, kneeMPerS, highShare }: DampingSide,
  sprung: Sprung,
  speeds: readonly number[] = TARGET_SPEEDS,
): TargetPoint[] {
  const slope = zeta * criticalAtShaft(sprung);
  return speeds.map((v) => ({ mPerS: v, forceN: slope * (v <= kneeMPerS ? v : kneeMPerS + highShare * (v - kneeMPerS)) }));
}

/** The curve the machine has, scaled as critical damping changes with spring and mass: the first target for a heavier rider or a new spring. */
export function rescaledCurve(curve: readonly TargetPoint[], was: Sprung, now: Sprung): TargetPoint[] {
  const factor = criticalAtShaft(now) / criticalAtShaft(was);
  return curve.map(({ mPerS, forceN }) => ({ mPerS, forceN: forceN * factor }));
}

/** Share of critical damping a force at a shaft speed stands for. */
export const zetaOf = (forceN: number, mPerS: number, sprung: Sprung): number => forceN / mPerS / criticalAtShaft(sprung);
