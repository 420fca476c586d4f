import { bar, celsius, mPa, mPerS, newtons, said } from '@/core/units/say';
import type { Side } from '@/catalogue/ends';
import { FELT_FORCE_N, CLICKER_EDGE_SHARE } from '@/knowledge/limits';
import { type Sprung, zetaOf } from '@/core/damper/target';
import type { Baseline } from '@/core/damper/clicks';
import type { Curves, DamperView } from '@/core/damper/view';
import { FATIGUE_CAUTION_MPA } from '@/core/plate/stack';
import type { ValveName } from '@/core/damper/damper';
import type { Entries } from '@/catalogue/entry';
import type { Because } from './finding';
import { numberOf } from '../model/read';
import { SHEET_SPEEDS } from '../aims/valves';

const COMPUTED = 'Computed from the stacks; plates in contact, orifices.';

const clickN = (perClickN: number) => newtons(Math.abs(perClickN), perClickN > -10 ? 1 : 0);

/** What the technician should know of this damper before fitting it: cavitation, choking, dead clickers, tired shims, heat. */
export function valveFindings(nameOf: (valve: ValveName) => string, view: DamperView, gasGaugeMPa: number | null): Because[] {
  const findings: Because[] = [];
  const first = view.cavitates.indexOf(true);
  if (first >= 0)
    findings.push({
      mark: 'warn',
      lead: said`The oil parts at ${mPerS(SHEET_SPEEDS[first]!)} in compression.`,
      rest: said`The rebound side falls below vacuum${gasGaugeMPa === null ? '' : said` with ${bar(gasGaugeMPa, 0)} of gas`}: damping fades and the shaft clatters. Move pressure from the piston to the base valve, or raise the gas within the maker’s limit.`,
      origin: COMPUTED,
    });
  const { choke } = view;
  if (choke)
    findings.push({
      mark: 'note',
      lead: `${nameOf(choke.valve)}: the port chokes.`,
      rest: said`At ${mPerS(choke.mPerS)} it holds ${(choke.portShare * 100).toFixed(0)} % of this valve’s pressure, so shims matter little there. A quarter more port area would take ${newtons(choke.forceN, 0, 'to', choke.forceOpenedN)}.`,
      origin: COMPUTED,
    });
  for (const a of view.authority)
    findings.push(
      Math.abs(a.at01MPerSN) < FELT_FORCE_N
        ? {
            mark: 'warn',
            lead: `${nameOf(a.valve)}: the clicker does next to nothing.`,
            rest: said`${clickN(a.at01MPerSN)} a click at ${mPerS(0.1)}, ${clickN(a.at1MPerSN)} at ${mPerS(1)}, from ${a.clicksOut} out. The bleed beside it is too wide, or the oil goes elsewhere.`,
            origin: COMPUTED,
          }
        : {
            mark: 'note',
            lead: `${nameOf(a.valve)} clicker, ${a.clicksOut} out:`,
            rest: said`a click is ${clickN(a.at01MPerSN)} at ${mPerS(0.1)} and ${clickN(a.at1MPerSN)} at ${mPerS(1)}.`,
            origin: COMPUTED,
          },
    );
  for (const side of ['compression', 'rebound'] as const) {
    const base = view.baselines[side];
    if (base) findings.push(baselineFinding(side, base));
  }
  const stress = view.drawn ? Math.max(...view.drawn.maxStressMPa) : 0;
  if (stress > FATIGUE_CAUTION_MPA)
    findings.push({
      mark: 'warn',
      lead: said`The shims are bent to ${mPa(stress)}.`,
      rest: said`Above ${mPa(FATIGUE_CAUTION_MPA)} polished spring steel tires and cracks at the clamp. More or thinner face shims, a wider clamp, or a stop.`,
      origin: `${COMPUTED} The limit from memory.`,
    });
  const at = SHEET_SPEEDS.indexOf(0.1);
  const [cold, hot] = [view.cold.reboundN[at]!, view.hot.reboundN[at]!];
  if (cold > 1.1 * hot)
    findings.push({
      mark: 'note',
      lead: `Heat takes ${(100 - (hot / cold) * 100).toFixed(0)} % of the slow rebound.`,
      rest: said`${newtons(cold)} at ${celsius(10)}, ${newtons(hot)} at ${celsius(90)}, both at ${mPerS(0.1)}. Set the clickers on a warm damper.`,
      origin: `${COMPUTED} Viscosity by ASTM D341.`,
    });
  return findings;
}

/** Where the clickers should begin, and whether the aim lies within their reach with room to both sides. */
function baselineFinding(side: Side, { clicksOut, range, place, roomN, atMPerS, miss }: Baseline): Because {
  const name = side === 'compression' ? 'Compression' : 'Rebound';
  const begin = `${clicksOut} of ${range} out comes closest to the aim while slow (${(miss * 100).toFixed(0)} % off).`;
  if (place > 1 || place < 0)
    return {
      mark: 'warn',
      lead: `${name}: no click reaches the aim.`,
      rest: said`${begin} At ${mPerS(atMPerS)} the aim lies ${newtons(Math.abs(place > 1 ? roomN.firmer : roomN.softer))} ${place > 1 ? 'above the clicker shut' : 'below the clicker wide open'}: change the stack or the bleed.`,
      origin: COMPUTED,
    };
  const room = said`At ${mPerS(atMPerS)} ${newtons(roomN.firmer)} are left to firm and ${newtons(roomN.softer)} to soften.`;
  return place < CLICKER_EDGE_SHARE || place > 1 - CLICKER_EDGE_SHARE
    ? { mark: 'warn', lead: `${name}: the aim lies at the end of the clicker’s reach.`, rest: said`${begin} ${room}`, origin: COMPUTED }
    : { mark: 'note', lead: `${name}: begin ${clicksOut} out.`, rest: said`${begin} ${room}`, origin: COMPUTED };
}

export interface InsteadLine {
  mPerS: number;
  nowN: number;
  thickerN: number | null;
  shimN: number | null;
}

/** What the next thicker oil does slow and fast against one more face shim, in one direction. */
export const insteadLines = (view: DamperView, side: Side): InsteadLine[] =>
  [0.05, 0.1, 0.4, 1.1, 2.2].map((mPerS) => {
    const at = SHEET_SPEEDS.indexOf(mPerS as (typeof SHEET_SPEEDS)[number]);
    const of = (curves: Curves | null) => (curves ? curves[`${side}N`][at]! : null);
    return { mPerS, nowN: of(view.fit)!, thickerN: of(view.instead.thicker), shimN: of(view.instead.shim) };
  });

/** What ten millimetres of oil level are in one leg, mL; null while the bore the oil stands in is not known. Source: geometry. */
export function levelMl(machine: Entries): number | null {
  const boreMm = numberOf(machine, 'machine.bore');
  return boreMm === null ? null : ((Math.PI / 4) * boreMm ** 2 * 10) / 1000;
}

export interface DampingLine {
  mPerS: number;
  compressionN: number;
  reboundN: number;
  compressionZeta: number | null;
  reboundZeta: number | null;
}

/** Forces and shares of critical damping at three speeds: slow, at the knee, fast. */
export const dampingLines = (view: DamperView, sprung: Sprung | null): DampingLine[] =>
  [0.1, 0.4, 1.1, 2.2].map((mPerS) => {
    const at = SHEET_SPEEDS.indexOf(mPerS as (typeof SHEET_SPEEDS)[number]);
    const beside = view.beside;
    const compressionN = view.fit.compressionN[at]! + (beside?.compressionN[at] ?? 0);
    const reboundN = view.fit.reboundN[at]! + (beside?.reboundN[at] ?? 0);
    return {
      mPerS,
      compressionN,
      reboundN,
      compressionZeta: sprung && zetaOf(compressionN, mPerS, sprung),
      reboundZeta: sprung && zetaOf(reboundN, mPerS, sprung),
    };
  });
