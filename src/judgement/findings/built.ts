import { CLICKERS } from '@/catalogue/clickers';
import { SAME_RATE_SHARE, SAME_PRELOAD_MM } from '@/knowledge/limits';
import { shimsBeyond } from '@/core/damper/shims';
import type { Shim } from '@/core/plate/stack';
import type { ValveName } from '@/core/damper/damper';
import type { Entries } from '@/catalogue/entry';
import { type DamperKey, DAMPERS, VALVES } from '@/catalogue/fields/damper';
import { hasUnlikeLegs, shimsOf, valveName } from '../model/dampers';
import { chosenSprings, rateTextOf } from '../model/offers';
import { preloadOf } from '../model/measure';
import { numberOf, textOf } from '../model/read';
import { shimsIn, shimsText } from '@/catalogue/tables';
import { ENDS, END_NAMES } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

export const builtField = (damper: DamperKey, valve: ValveName) => `built.${damper}.${valve}` as const;

/** Dampers whose stacks a job may hold: the right leg only where legs are unlike. */
export const dampersOf = (machine: Entries): DamperKey[] => DAMPERS.filter((d) => d !== 'other' || hasUnlikeLegs(machine));

export interface BuiltStack {
  damper: DamperKey;
  valve: ValveName;
  name: string;
  found: Shim[] | null;
  specified: Shim[];
  /** As written down when it went in; null while nothing is. */
  built: Shim[] | null;
}

const readable = (written: ReturnType<typeof shimsOf>): Shim[] | null => (written?.ok ? written.value : null);

/** Every stack the job specifies, with what was found and what went in. */
export function builtStacks(entries: Entries, machine: Entries): BuiltStack[] {
  return dampersOf(machine).flatMap((damper) =>
    VALVES.flatMap((valve) => {
      const specified = readable(shimsOf(entries, damper, valve, 'fit'));
      if (!specified) return [];
      const written = textOf(entries, builtField(damper, valve));
      const built = written.trim() === '' ? null : readable(shimsIn(written));
      const end = { rear: 'Shock', front: hasUnlikeLegs(machine) ? 'Left leg' : 'Fork', other: 'Right leg' }[damper];
      const name = `${end}, ${valveName(machine, damper, valve).toLowerCase()}`;
      return [{ damper, valve, name, found: readable(shimsOf(entries, damper, valve, 'found')), specified, built }];
    }),
  );
}

export interface Difference {
  what: string;
  specified: string;
  built: string;
}

const listWords = (shims: readonly Shim[]) => shimsText(shims).replaceAll('\n', ', ');

/** Where what was written down as built is not what Springs and Valves specified. What nobody wrote down is no difference; the panel names it as not recorded. */
export function differencesOf(entries: Entries, machine: Entries, springs: readonly ListedSpring[]): Difference[] {
  const found: Difference[] = [];
  for (const end of ENDS) {
    const chosen = chosenSprings(entries, end, springs);
    const fitted = numberOf(entries, `fitted.${end}.spring`);
    if (chosen && fitted !== null && Math.abs(fitted / chosen.spring.rateNPerMm - 1) > SAME_RATE_SHARE)
      found.push({
        what: `${END_NAMES[end]} spring`,
        specified: rateTextOf(chosen.spring),
        built: textOf(entries, `fitted.${end}.spring`),
      });
    const wanted = numberOf(entries, `springs.${end}.preload`);
    const key = end === 'rear' ? 'fitted.rear.preload' : 'fitted.front.preload.left';
    const read = preloadOf(entries, key);
    if (chosen && wanted !== null && read?.ok && Math.abs(read.value - wanted) > SAME_PRELOAD_MM)
      found.push({
        what: `${END_NAMES[end]} preload`,
        specified: `${wanted.toFixed(1)} mm`,
        built: `${read.value.toFixed(1)} mm`,
      });
    for (const side of ['compression', 'rebound'] as const) {
      const clicks = numberOf(entries, `valves.${end}.clicks.${side}`);
      const out = numberOf(entries, `fitted.${CLICKERS[end][side]}.out`);
      if (clicks !== null && out !== null && clicks !== out)
        found.push({ what: `${END_NAMES[end]} ${side}`, specified: `${clicks} out`, built: `${out} out` });
    }
  }
  for (const { name, specified, built } of builtStacks(entries, machine))
    if (built && (shimsBeyond(built, specified).length > 0 || shimsText(built) !== shimsText(specified)))
      found.push({ what: name, specified: listWords(specified), built: listWords(built) });
  return found;
}

export interface ShimMove extends Shim {
  damper: DamperKey;
  what: 'used' | 'returned';
}

/** Shims the job took from the drawer and gave back, by what went in against what was found. Nothing while nothing is written down as built. */
export const shimMovesOf = (entries: Entries, machine: Entries): ShimMove[] =>
  builtStacks(entries, machine).flatMap(({ damper, found, built }) =>
    built
      ? [
          ...shimsBeyond(built, found ?? []).map((s) => ({ ...s, damper, what: 'used' as const })),
          ...shimsBeyond(found ?? [], built).map((s) => ({ ...s, damper, what: 'returned' as const })),
        ]
      : [],
  );

/** Shims the job will want from the drawer, by what is specified against what was found, until they are written down as in. */
export const shimsWanted = (entries: Entries, machine: Entries): (Shim & { damper: DamperKey })[] =>
  builtStacks(entries, machine).flatMap(({ damper, found, specified, built }) =>
    built || !found ? [] : shimsBeyond(specified, found).map((s) => ({ ...s, damper })),
  );
