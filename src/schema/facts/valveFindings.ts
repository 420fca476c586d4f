import type { Sprung } from '@/core/damper/target';
import { zetaOf } from '@/core/damper/target';
import type { DamperView } from '@/core/damper/view';
import { FATIGUE_CAUTION_MPA } from '@/core/plate/stack';
import type { End } from '@/core/spring/schools';
import { VALVE_NAMES } from '../fields/damper';
import type { Because } from './finding';
import { SHEET_SPEEDS } from './valves';

/** Less than this many newtons a click at 0.1 m/s is not felt. From memory. */
const FELT_N = 3;
const COMPUTED = 'Computed from the stacks; plates in contact, orifices.';

const clickWords = (perClickN: number) => `${Math.abs(perClickN).toFixed(perClickN > -10 ? 1 : 0)} N`;

/** What the technician should know of this damper before fitting it: cavitation, choking, dead clickers, tired shims, heat. */
export function valveFindings(end: End, view: DamperView, gasGaugeBar: number | null): Because[] {
  const findings: Because[] = [];
  const first = view.cavitates.indexOf(true);
  if (first >= 0)
    findings.push({
      mark: 'warn',
      lead: `The oil parts at ${SHEET_SPEEDS[first]} m/s in compression.`,
      rest: `The rebound side falls below vacuum${gasGaugeBar === null ? '' : ` with ${gasGaugeBar.toFixed(0)} bar of gas`}: damping fades and the shaft clatters. Move pressure from the piston to the base valve, or raise the gas within the maker’s limit.`,
      origin: COMPUTED,
    });
  const { choke } = view;
  if (choke)
    findings.push({
      mark: 'note',
      lead: `${VALVE_NAMES[end][choke.valve]}: the port chokes.`,
      rest: `At ${choke.mPerS} m/s it holds ${(choke.portShare * 100).toFixed(0)} % of this valve’s pressure, so shims matter little there. A quarter more port area would take ${choke.forceN.toFixed(0)} N to ${choke.forceOpenedN.toFixed(0)} N.`,
      origin: COMPUTED,
    });
  for (const a of view.authority)
    findings.push(
      Math.abs(a.at01MPerSN) < FELT_N
        ? {
            mark: 'warn',
            lead: `${VALVE_NAMES[end][a.valve]}: the clicker does next to nothing.`,
            rest: `${clickWords(a.at01MPerSN)} a click at 0.1 m/s, ${clickWords(a.at1MPerSN)} at 1 m/s, from ${a.clicksOut} out. The bleed beside it is too wide, or the oil goes elsewhere.`,
            origin: COMPUTED,
          }
        : {
            mark: 'note',
            lead: `${VALVE_NAMES[end][a.valve]} clicker, ${a.clicksOut} out:`,
            rest: `a click is ${clickWords(a.at01MPerSN)} at 0.1 m/s and ${clickWords(a.at1MPerSN)} at 1 m/s.`,
            origin: COMPUTED,
          },
    );
  const stress = view.drawn ? Math.max(...view.drawn.maxStressMPa) : 0;
  if (stress > FATIGUE_CAUTION_MPA)
    findings.push({
      mark: 'warn',
      lead: `The shims are bent to ${stress.toFixed(0)} MPa.`,
      rest: `Above ${FATIGUE_CAUTION_MPA} MPa polished spring steel tires and cracks at the clamp. More or thinner face shims, a wider clamp, or a stop.`,
      origin: `${COMPUTED} The limit from memory.`,
    });
  const at = SHEET_SPEEDS.indexOf(0.1);
  const [cold, hot] = [view.cold.reboundN[at]!, view.hot.reboundN[at]!];
  if (cold > 1.1 * hot)
    findings.push({
      mark: 'note',
      lead: `Heat takes ${(100 - (hot / cold) * 100).toFixed(0)} % of the slow rebound.`,
      rest: `${cold.toFixed(0)} N at 10 °C, ${hot.toFixed(0)} N at 90 °C, both at 0.1 m/s. Set the clickers on a warm damper.`,
      origin: `${COMPUTED} Viscosity by ASTM D341.`,
    });
  return findings;
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
    const [compressionN, reboundN] = [view.fit.compressionN[at]!, view.fit.reboundN[at]!];
    return {
      mPerS,
      compressionN,
      reboundN,
      compressionZeta: sprung && zetaOf(compressionN, mPerS, sprung),
      reboundZeta: sprung && zetaOf(reboundN, mPerS, sprung),
    };
  });
