import { err, ok, type Result } from '../result';
import { add, fixed, inverse, jet, type Jet, minus, mul, type Place, plus, root, scaled, squared, sub, times, turned } from './jet';
import type { Leverage } from './law';

export interface Point {
  xMm: number;
  yMm: number;
}
export type Body = 'frame' | 'arm' | 'rocker';

/**
 * A rear end drawn at full extension, in any upright drawing plane (y up, mm). The shock's ends sit on frame, arm or rocker; without a rocker
 * the shock is direct-mounted. The rocker turns on the frame or on the arm, held by one rod to the other of the two.
 */
export interface Linkage {
  arm: { pivot: Point; axle: Point };
  shock: { upper: Point & { on: Body }; lower: Point & { on: Body } };
  rocker?: { on: 'frame' | 'arm'; pivot: Point; rod: { rocker: Point; other: Point; otherOn: 'frame' | 'arm' } } | undefined;
}

/** Where each moving point stands at one wheel travel, for the drawing. */
export interface LinkagePose {
  axle: Point;
  upper: Point;
  lower: Point;
  rockerPivot: Point | null;
  rodRocker: Point | null;
  rodOther: Point | null;
}

/** A mechanism this near a dead point (sine of the closing angle) cannot be trusted or built. From memory. */
const NEAR_DEAD = 0.02;
/** Leverage above which the shock hardly moves. From memory: machines have 1.5 to 4. */
const MAX_RATIO = 20;
/** Places along the travel at which the mechanism is examined. */
const EXAMINED = 96;

type Failed = 'arm' | 'rod' | 'shock';

interface Solved {
  strokeMm: Jet;
  pose: LinkagePose;
}

const at = (p: Place): Point => ({ xMm: p.x.v, yMm: p.y.v });
const lengthOf = (a: Point, b: Point) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/**
 * The mechanism at wheel travel z. The axle's height gives the arm's angle; the rocker's rod end is where the circles of rocker and rod meet, on
 * the side it is drawn on; the shock's length gives the stroke. Every step carries its derivatives by z.
 * @param rodByMm how much longer the rod is than drawn
 */
function solve(linkage: Linkage, zMm: number, rodByMm = 0): Solved | Failed {
  const { arm, shock, rocker } = linkage;
  const reachMm = lengthOf(arm.axle, arm.pivot);
  const [drawnX, drawnY] = [arm.axle.xMm - arm.pivot.xMm, arm.axle.yMm - arm.pivot.yMm];
  const sine = jet((drawnY + zMm) / reachMm, 1 / reachMm);
  const under = sub(jet(1), mul(sine, sine));
  if (!(under.v > NEAR_DEAD ** 2)) return 'arm';
  const cosine = times(root(under), Math.sign(drawnX));
  const [cos0, sin0] = [drawnX / reachMm, drawnY / reachMm];
  const armTurn: Place = {
    x: add(times(cosine, cos0), times(sine, sin0)),
    y: sub(times(sine, cos0), times(cosine, sin0)),
  };
  const pivot = fixed(arm.pivot);
  const onArm = (p: Point) => plus(pivot, turned(minus(fixed(p), pivot), armTurn));
  const placed = (p: Point, on: 'frame' | 'arm') => (on === 'frame' ? fixed(p) : onArm(p));

  let onRocker: ((p: Point) => Place) | null = null;
  let pose: Pick<LinkagePose, 'rockerPivot' | 'rodRocker' | 'rodOther'> = { rockerPivot: null, rodRocker: null, rodOther: null };
  if (rocker) {
    const centre = placed(rocker.pivot, rocker.on);
    const other = placed(rocker.rod.other, rocker.rod.otherOn);
    const armMm = lengthOf(rocker.rod.rocker, rocker.pivot);
    const rodMm = lengthOf(rocker.rod.rocker, rocker.rod.other) + rodByMm;
    const between = minus(other, centre);
    const inverseSquare = inverse(squared(between));
    const along = times(add(mul(jet(armMm ** 2 - rodMm ** 2), inverseSquare), jet(1)), 0.5);
    const asideSquare = sub(mul(jet(armMm ** 2), inverseSquare), mul(along, along));
    // In units of the rocker's own arm, so that the test is the sine of the angle between rocker and rod line.
    if (!(asideSquare.v * squared(between).v > (NEAR_DEAD * armMm) ** 2)) return 'rod';
    const aside = times(root(asideSquare), sideDrawn(rocker));
    const end = plus(centre, plus(scaled(between, along), scaled({ x: times(between.y, -1), y: between.x }, aside)));
    const now = minus(end, centre);
    const drawn = { x: rocker.rod.rocker.xMm - rocker.pivot.xMm, y: rocker.rod.rocker.yMm - rocker.pivot.yMm };
    const turn: Place = {
      x: times(add(times(now.x, drawn.x), times(now.y, drawn.y)), 1 / armMm ** 2),
      y: times(sub(times(now.y, drawn.x), times(now.x, drawn.y)), 1 / armMm ** 2),
    };
    onRocker = (p) => plus(centre, turned(fixed({ xMm: p.xMm - rocker.pivot.xMm, yMm: p.yMm - rocker.pivot.yMm }), turn));
    pose = { rockerPivot: at(centre), rodRocker: at(end), rodOther: at(other) };
  }
  const mounted = ({ on, xMm, yMm }: Point & { on: Body }) =>
    on === 'rocker' ? (onRocker?.({ xMm, yMm }) ?? fixed({ xMm, yMm })) : placed({ xMm, yMm }, on);
  const [upper, lower] = [mounted(shock.upper), mounted(shock.lower)];
  const length = root(squared(minus(upper, lower)));
  const strokeMm = sub(jet(lengthOf(shock.upper, shock.lower)), length);
  if (!(strokeMm.d > 1 / MAX_RATIO)) return 'shock';
  return { strokeMm, pose: { axle: at(onArm(arm.axle)), upper: at(upper), lower: at(lower), ...pose } };
}

/** On which side of the line rocker pivot – rod's far end the rod's near end is drawn. */
function sideDrawn(rocker: NonNullable<Linkage['rocker']>): number {
  const [bx, by] = [rocker.rod.other.xMm - rocker.pivot.xMm, rocker.rod.other.yMm - rocker.pivot.yMm];
  const [ex, ey] = [rocker.rod.rocker.xMm - rocker.pivot.xMm, rocker.rod.rocker.yMm - rocker.pivot.yMm];
  return Math.sign(bx * ey - by * ex);
}

/** Parts of zero length and ends that cannot move against each other are no mechanism. */
function malformed(linkage: Linkage): (string | number)[] | null {
  const { arm, shock, rocker } = linkage;
  if (lengthOf(arm.axle, arm.pivot) === 0 || arm.axle.xMm === arm.pivot.xMm) return ['arm', 'axle'];
  if (lengthOf(shock.upper, shock.lower) === 0 || shock.upper.on === shock.lower.on) return ['shock', 'lower'];
  if (!rocker) return shock.upper.on === 'rocker' || shock.lower.on === 'rocker' ? ['rocker'] : null;
  if (lengthOf(rocker.rod.rocker, rocker.pivot) === 0) return ['rocker', 'rod', 'rocker'];
  if (lengthOf(rocker.rod.rocker, rocker.rod.other) === 0 || rocker.on === rocker.rod.otherOn) return ['rocker', 'rod', 'other'];
  return null;
}

/** How far from where it is drawn a linkage of another rod is looked for, mm of wheel travel. */
const SOUGHT_MM = 80;
const HALVINGS = 50;

/**
 * A linkage with a longer or shorter rod, drawn anew at its own full extension: where the shock is again as long as it was.
 * @param linkage with a rocker; points in mm @param byMm rod longer by
 * @returns the linkage, and the wheel travel at which it now hangs, counted from where the drawing hung, mm: below 0 the wheel hangs lower
 * Errors: linkage-malformed (nothing held by a rod); linkage-singular where no such place is within 80 mm, or the mechanism comes apart on the way.
 * Source: the same closure, solved for zero stroke by halving.
 */
export function rodChanged(linkage: Linkage, byMm: number): Result<{ linkage: Linkage; hangsAtMm: number }> {
  const { rocker } = linkage;
  const path = rocker ? malformed(linkage) : ['rocker'];
  if (!rocker || path) return err('linkage-malformed', path ?? ['rocker']);
  const strokeAt = (zMm: number) => {
    const found = solve(linkage, zMm, byMm);
    return typeof found === 'string' ? null : found.strokeMm.v;
  };
  const singular = (zMm: number) => err('linkage-singular', ['rocker'], { part: 'rod', at: Math.round(zMm) });
  const here = strokeAt(0);
  if (here === null) return singular(0);
  // The stroke grows with the travel: outwards from the drawing until it has crossed zero, then halved.
  const step = here > 0 ? -1 : 1;
  let [near, far] = [0, 0];
  for (let z = 0; Math.abs(z) < SOUGHT_MM && far === 0 && here !== 0; z += step) {
    const next = strokeAt(z + step);
    if (next === null) return singular(z + step);
    if (next * here <= 0) [near, far] = [z, z + step];
  }
  if (far === 0 && here !== 0) return singular(step * SOUGHT_MM);
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (near + far) / 2;
    if ((strokeAt(middle) ?? 0) * here > 0) near = middle;
    else far = middle;
  }
  const found = solve(linkage, far, byMm);
  if (typeof found === 'string') return singular(far);
  const { axle, upper, lower, rockerPivot, rodRocker, rodOther } = found.pose;
  return ok({
    hangsAtMm: far,
    linkage: {
      arm: { pivot: linkage.arm.pivot, axle },
      shock: { upper: { ...upper, on: linkage.shock.upper.on }, lower: { ...lower, on: linkage.shock.lower.on } },
      rocker: { ...rocker, pivot: rockerPivot!, rod: { rocker: rodRocker!, other: rodOther!, otherOn: rocker.rod.otherOn } },
    },
  });
}

export interface LinkageLeverage extends Leverage {
  poseAt(zMm: number): LinkagePose;
}

/**
 * The leverage of a linkage over its wheel travel, solved as the mechanism it is.
 * @param linkage pivots in mm at full extension; @param travelMm vertical wheel travel
 * Errors: linkage-malformed (a part has no length, or the shock joins one body with itself); linkage-singular (data `part`, `at`: the arm stands
 * upright, rod and rocker fall in line, or the shock stops moving or lengthens somewhere in the travel).
 * Source: plane kinematics, circle of rocker with circle of rod; checked in tests by energy and by finite differences.
 */
export function linkageLeverage(linkage: Linkage, travelMm: number): Result<LinkageLeverage> {
  const path = malformed(linkage);
  if (path) return err('linkage-malformed', path);
  for (let i = 0; i <= EXAMINED; i += 1) {
    const zMm = (travelMm * i) / EXAMINED;
    const found = solve(linkage, zMm);
    if (typeof found === 'string')
      return err('linkage-singular', [found === 'rod' ? 'rocker' : found], { part: found, at: Math.round(zMm) });
  }
  const strokeAt = (zMm: number): Jet => {
    const found = solve(linkage, Math.min(Math.max(zMm, 0), travelMm));
    return typeof found === 'string' ? jet(Number.NaN, Number.NaN, Number.NaN) : found.strokeMm;
  };
  return ok({
    strokeMm: (z) => strokeAt(z).v,
    ratio: (z) => 1 / strokeAt(z).d,
    ratioSlopePerMm: (z) => {
      const s = strokeAt(z);
      return -s.dd / (s.d * s.d);
    },
    fill: (z, out) => {
      const s = strokeAt(z);
      out[0] = s.v;
      out[1] = 1 / s.d;
      out[2] = -s.dd / (s.d * s.d);
    },
    poseAt: (z) => {
      const found = solve(linkage, Math.min(Math.max(z, 0), travelMm));
      if (typeof found === 'string') throw new Error('a linkage examined as sound has come apart');
      return found.pose;
    },
  });
}
