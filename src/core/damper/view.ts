import { stack, type Profile } from '../plate/stack';
import { ok, type Result } from '../result';
import { type Baseline, baselineOf, withClicks } from './clicks';
import type { TargetPoint } from './target';
import {
  type Areas,
  areasOf,
  type Authority,
  damper,
  type DamperFigures,
  type DamperResult,
  DROP_OF,
  valveIn,
  type ValveName,
  withValve,
} from './damper';
import type { LiftOf, Oil } from './valve';

export interface ViewRequest {
  found: DamperFigures | null;
  fit: DamperFigures;
  /** `thicker`: the next grade in the library, at work; null where there is none. */
  oil: { cold: Oil; warm: Oil; hot: Oil; thicker: Oil | null };
  /** The other leg of an unlike fork, as it is to be: its force adds to this one's. */
  beside: DamperFigures | null;
  speedsMPerS: readonly number[];
  /** The valve whose stack is drawn. */
  valve: ValveName;
  /** What each direction aims at, for its clickers to begin with. */
  targets: { compression: readonly TargetPoint[] | null; rebound: readonly TargetPoint[] | null };
}

export interface Curves {
  compressionN: number[];
  reboundN: number[];
}

/** Forces with a direction's clicker shut and wide open. */
export interface Ribbon {
  shutN: number[];
  openN: number[];
}

export interface DrawnStack {
  /** Pressure under the face shim at each speed, MPa. */
  pressuresMPa: number[];
  profilesMm: Profile[][];
  edgeLiftMm: number[];
  maxStressMPa: number[];
}

export interface DamperView {
  found: Curves | null;
  fit: Curves;
  cold: Curves;
  hot: Curves;
  ribbons: { compression: Ribbon | null; rebound: Ribbon | null };
  drops: DamperResult['pressureDropsMPa'];
  cavitates: boolean[];
  authority: Authority[];
  gasForceN: number;
  /** A port that holds most of the pressure, and what opening it by a quarter would do. */
  choke: Choke | null;
  drawn: DrawnStack | null;
  beside: Curves | null;
  returnMPa: number[];
  areas: Areas;
  /** What thicker oil would do, and what one more face shim in the valve looked at would: they firm different speeds. */
  instead: { thicker: Curves | null; shim: Curves | null };
  /** How each direction lies within its clickers' reach; null where it has none, or nothing is aimed at. */
  baselines: { compression: Baseline | null; rebound: Baseline | null };
}

export interface Choke {
  valve: ValveName;
  mPerS: number;
  /** Share of this valve's pressure that the port holds at that speed. */
  portShare: number;
  forceN: number;
  forceOpenedN: number;
}

/** A port that holds this share of the pressure chokes: shims and clickers stop mattering. From memory. */
const CHOKES_FROM = 0.5;
const OPENED_BY = 1.25;

/** Elements for drawing: smooth to the eye, lifts to a thousandth. */
const DRAWN_ELEMENTS = 14;

const NAMES: readonly ValveName[] = ['compression', 'rebound', 'base'];

const pick = (r: DamperResult): Curves => ({ compressionN: r.compressionN, reboundN: r.reboundN });

/**
 * Everything the Valves sheet shows of one damper: as found and to fit, cold and hot, the reach of the clickers, where the pressure drops, and the stack looked at bending.
 * @param liftOf one that remembers, or every change of a click solves all plates anew
 * Errors: those of the damper, the path led by `found` or `fit`.
 */
export function damperView(request: ViewRequest, liftOf: LiftOf): Result<DamperView> {
  const { found, fit, oil, speedsMPerS, targets } = request;
  const run = (f: DamperFigures, with_: Oil) => damper({ ...f, oil: with_, velocitiesMPerS: speedsMPerS }, liftOf);
  const led = (which: string, r: Result<DamperResult>): Result<DamperResult> =>
    r.ok ? r : { ok: false, issue: { ...r.issue, path: [which, ...r.issue.path] } };
  const now = led('fit', run(fit, oil.warm));
  if (!now.ok) return now;
  const before = found ? led('found', run(found, oil.warm)) : null;
  if (before && !before.ok) return before;
  const [cold, hot] = [run(fit, oil.cold), run(fit, oil.hot)];
  if (!cold.ok) return cold;
  if (!hot.ok) return hot;
  const ribbon = (side: 'compression' | 'rebound'): Ribbon | null => {
    const [shut, open] = [withClicks(fit, side, () => 0), withClicks(fit, side, (range) => range)];
    if (!shut || !open) return null;
    // Shut off with no other way through, a valve holds any pressure: then there is no lower edge to draw.
    const [a, b] = [run(shut, oil.warm), run(open, oil.warm)];
    const key = side === 'compression' ? 'compressionN' : 'reboundN';
    return a.ok && b.ok ? { shutN: a.value[key], openN: b.value[key] } : null;
  };
  const beside = request.beside && led('beside', run(request.beside, oil.warm));
  if (beside && !beside.ok) return beside;
  const thicker = oil.thicker && run(fit, oil.thicker);
  const stacked = valveIn(fit, request.valve);
  const [face, ...rest] = stacked?.stack?.shims ?? [];
  const firmer =
    stacked?.stack && face
      ? run(
          withValve(fit, request.valve, { ...stacked, stack: { ...stacked.stack, shims: [{ ...face, count: face.count + 1 }, ...rest] } }),
          oil.warm,
        )
      : null;
  return ok({
    found: before ? pick(before.value) : null,
    fit: pick(now.value),
    cold: pick(cold.value),
    hot: pick(hot.value),
    ribbons: { compression: ribbon('compression'), rebound: ribbon('rebound') },
    drops: now.value.pressureDropsMPa,
    cavitates: now.value.cavitates,
    authority: now.value.clickerAuthority,
    gasForceN: now.value.gasForceN,
    choke: chokeOf(fit, speedsMPerS, now.value, (f) => run(f, oil.warm)),
    drawn: drawnOf(fit, request.valve, now.value),
    beside: beside?.ok ? pick(beside.value) : null,
    returnMPa: now.value.returnMPa,
    areas: areasOf(fit),
    instead: {
      thicker: thicker?.ok ? pick(thicker.value) : null,
      shim: firmer?.ok ? pick(firmer.value) : null,
    },
    baselines: {
      compression: targets.compression && baselineOf(fit, 'compression', oil.warm, targets.compression, liftOf),
      rebound: targets.rebound && baselineOf(fit, 'rebound', oil.warm, targets.rebound, liftOf),
    },
  });
}

/** The valve whose port chokes most at the fastest speed, with the effect of opening it. */
function chokeOf(
  f: DamperFigures,
  speeds: readonly number[],
  result: DamperResult,
  run: (f: DamperFigures) => Result<DamperResult>,
): Choke | null {
  const last = speeds.length - 1;
  const drops = result.pressureDropsMPa[last]!;
  const shares = NAMES.flatMap((name) => {
    const valve = valveIn(f, name);
    const drop = drops[DROP_OF[name]];
    return valve && drop && drop.totalMPa > 0 && (valve.stack ?? valve.poppet)
      ? [{ name, valve, share: drop.portMPa / drop.totalMPa }]
      : [];
  });
  const worst = shares.sort((a, b) => b.share - a.share)[0];
  if (!worst || worst.share < CHOKES_FROM) return null;
  const wider = { ...worst.valve, portAreaMm2: worst.valve.portAreaMm2 * OPENED_BY };
  const opened = run(withValve(f, worst.name, wider));
  if (!opened.ok) return null;
  const key = worst.name === 'rebound' ? 'reboundN' : 'compressionN';
  return {
    valve: worst.name,
    mPerS: speeds[last]!,
    portShare: worst.share,
    forceN: result[key][last]!,
    forceOpenedN: opened.value[key][last]!,
  };
}

/** The stack of one valve at every speed; null where it has none or it cannot be solved that far. */
function drawnOf(f: DamperFigures, name: ValveName, result: DamperResult): DrawnStack | null {
  const valve = valveIn(f, name);
  if (!valve?.stack) return null;
  const pressuresMPa = result.pressureDropsMPa.map((d) => d[DROP_OF[name]]?.curtainMPa ?? 0);
  const found = stack({ ...valve.stack, pressuresMPa }, DRAWN_ELEMENTS, true);
  if (!found.ok) return null;
  return { pressuresMPa, profilesMm: found.value.profilesMm!, edgeLiftMm: found.value.edgeLiftMm, maxStressMPa: found.value.maxStressMPa };
}
