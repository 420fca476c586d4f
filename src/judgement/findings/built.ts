import type { JobFacts } from '../model/facts';
import { clickersOf } from '@/catalogue/clickers';
import { PRELOAD_KEYS, SETUP_FIELDS, type SetupKey } from '@/catalogue/fields/setup';
import { SAME_GAS_MPA, SAME_PRELOAD_MM, SAME_RATE_SHARE } from '@/knowledge/limits';
import { shimsBeyond } from '@/core/damper/shims';
import type { Shim } from '@/core/plate/stack';
import type { ValveName } from '@/core/damper/damper';
import { type Entries, withUnit } from '@/catalogue/entry';
import { type DamperKey, DAMPERS, VALVES } from '@/catalogue/fields/damper';
import { oilLevelWanted, SAME_OIL_LEVEL_MM } from '../aims/oilLevel';
import { shimsOf, stackField, valveName } from '../model/dampers';
import { dampersOf, hasUnlikeLegs } from '../model/unlike';
import { chosenSprings, rateTextOf } from '../model/offers';
import { preloadOf } from '../model/measure';
import { numberOf, textOf } from '../model/read';
import { shimsIn, shimsText } from '@/catalogue/tables';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { Said } from '@/core/units/say';
import { preloadInHand } from '../model/preloadHand';
import type { ListedSpring } from '@/schema/springs';

export const builtField = (damper: DamperKey, valve: ValveName) => `built.${damper}.${valve}` as const;

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
export function builtStacks(facts: JobFacts): BuiltStack[] {
  return dampersOf(facts.machine).flatMap((damper) =>
    VALVES.flatMap((valve) => {
      const specified = readable(shimsOf(facts.entries, damper, valve, 'fit'));
      if (!specified) return [];
      const written = textOf(facts.entries, builtField(damper, valve));
      const built = written.trim() === '' ? null : readable(shimsIn(written));
      const end = { rear: 'Shock', front: hasUnlikeLegs(facts.machine) ? 'Left leg' : 'Fork', other: 'Right leg' }[damper];
      const name = `${end}, ${valveName(facts.machine, damper, valve).toLowerCase()}`;
      return [{ damper, valve, name, found: readable(shimsOf(facts.entries, damper, valve, 'found')), specified, built }];
    }),
  );
}

/** The stacks a job left in its dampers, as text: as they went in where that is written down, else as they were specified. */
export const stacksLeft = (entries: Entries): { damper: DamperKey; valve: ValveName; text: string }[] =>
  DAMPERS.flatMap((damper) =>
    VALVES.flatMap((valve) => {
      const text = textOf(entries, builtField(damper, valve)).trim() || textOf(entries, stackField(damper, valve, 'fit')).trim();
      return text === '' ? [] : [{ damper, valve, text }];
    }),
  );

export interface Difference {
  what: string;
  specified: string;
  built: string;
}

const listWords = (shims: readonly Shim[]) => shimsText(shims).replaceAll('\n', ', ');

/** One figure of the set-up that Springs and Valves ask for, by the place it is set at. */
export interface WantedFigure {
  key: SetupKey;
  what: string;
  /** As it is put into the field. */
  text: string;
  value: number;
  /** The same as this adjuster shows it. */
  inHand?: Said;
  /** How far what was fitted may lie from it and still be the same, in the unit of the value. */
  tolerance: number;
}

/** What is wanted in this machine, figure by figure: the springs chosen with their preload, the clickers the valves were specified at, the oil level that ground and steel ask for, and above these what a cure asked for. */
export function wantedFigures(facts: JobFacts, springs: readonly ListedSpring[]): WantedFigure[] {
  const byCure = curedFigures(facts.entries);
  return [...specifiedFigures(facts, springs), ...oilFigures(facts)].filter((s) => !byCure.some((c) => c.key === s.key)).concat(byCure);
}

const inHandOf = (facts: JobFacts, end: End, preloadMm: number): Pick<WantedFigure, 'inHand'> => {
  const words = preloadInHand(facts, end, preloadMm);
  return words === null ? {} : { inHand: words };
};

/** The oil level that ground and steel ask for, in both legs alike. */
function oilFigures(facts: JobFacts): WantedFigure[] {
  const wanted = oilLevelWanted(facts);
  if (!wanted) return [];
  return (['left', 'right'] as const).map((leg) => ({
    key: `front.oilLevel.${leg}`,
    what: 'Front oil level',
    text: `${wanted.levelMm} mm`,
    value: wanted.levelMm,
    tolerance: SAME_OIL_LEVEL_MM,
  }));
}

/** How near a figure that is aimed at must be met, by what it is. */
function toleranceOf(key: SetupKey, value: number): number {
  if (key.endsWith('.out')) return 0;
  if (/\.spring(Right)?$/.test(key)) return SAME_RATE_SHARE * value;
  if (key === 'rear.gas' || key === 'front.air') return SAME_GAS_MPA;
  return key.startsWith('front.oilLevel') ? SAME_OIL_LEVEL_MM : SAME_PRELOAD_MM;
}

/** What a cure that was taken, or another job's set-up that was taken over, asks for. */
const curedFigures = (entries: Entries): WantedFigure[] =>
  SETUP_FIELDS.flatMap((field): WantedFigure[] => {
    const entry = entries[`wanted.${field.key}`];
    if (!entry || entry.value === null) return [];
    const isClicks = field.key.endsWith('.out');
    const what = `${END_NAMES[field.end ?? 'rear']} ${field.label.toLowerCase()}`;
    const text = isClicks ? `${entry.text} out` : field.key.endsWith('.reading') ? `${entry.text} mm` : withUnit(entry);
    return [{ key: field.key, what, text, value: entry.value, tolerance: toleranceOf(field.key, entry.value) }];
  });

function specifiedFigures(facts: JobFacts, springs: readonly ListedSpring[]): WantedFigure[] {
  const { entries } = facts;
  return ENDS.flatMap((end) => {
    const wanted: WantedFigure[] = [];
    const chosen = chosenSprings(entries, end, springs);
    const rate = (key: SetupKey, spring: ListedSpring) =>
      wanted.push({
        key,
        what: `${END_NAMES[end]} spring`,
        text: rateTextOf(spring),
        value: spring.rateNPerMm,
        tolerance: SAME_RATE_SHARE * spring.rateNPerMm,
      });
    if (chosen) rate(`${end}.spring`, chosen.spring);
    if (chosen?.right) rate('front.springRight', chosen.right);
    const air = end === 'front' ? entries['springs.front.pressure'] : undefined;
    if (air && air.value !== null)
      wanted.push({ key: 'front.air', what: 'Air fork pressure', text: withUnit(air), value: air.value, tolerance: SAME_GAS_MPA });
    const preloadMm = numberOf(entries, `springs.${end}.preload`);
    if (chosen && preloadMm !== null)
      for (const key of PRELOAD_KEYS.filter((k) => k.startsWith(end)))
        wanted.push({
          key: `${key}.reading`,
          what: `${END_NAMES[end]} preload`,
          text: `${preloadMm.toFixed(1)} mm`,
          ...inHandOf(facts, end, preloadMm),
          value: preloadMm,
          tolerance: SAME_PRELOAD_MM,
        });
    for (const side of ['compression', 'rebound'] as const) {
      const clicks = numberOf(entries, `valves.${end}.clicks.${side}`);
      if (clicks === null) continue;
      for (const clicker of clickersOf(end, side))
        wanted.push({ key: `${clicker}.out`, what: `${END_NAMES[end]} ${side}`, text: `${clicks} out`, value: clicks, tolerance: 0 });
    }
    return wanted;
  });
}

/** A figure of a set-up as it stands under one prefix: preload in mm, however it was read; null where it is not noted or cannot be worked out. */
export function figureAt(entries: Entries, prefix: 'found' | 'fitted' | 'standard', key: SetupKey): number | null {
  const preload = PRELOAD_KEYS.find((k) => key === `${k}.reading`);
  if (!preload) return numberOf(entries, `${prefix}.${key}`);
  const read = preloadOf(entries, `${prefix}.${preload}`);
  return read?.ok ? read.value : null;
}

/** Where what was written down as built is not what Springs and Valves specified. What nobody wrote down is no difference; the panel names it as not recorded. */
export function differencesOf(facts: JobFacts, springs: readonly ListedSpring[]): Difference[] {
  const found = new Map<string, Difference>();
  for (const { key, what, text, value, tolerance } of wantedFigures(facts, springs)) {
    const fitted = figureAt(facts.entries, 'fitted', key);
    if (fitted === null || Math.abs(fitted - value) <= tolerance || found.has(what)) continue;
    const built = key.endsWith('.reading')
      ? `${fitted.toFixed(1)} mm`
      : key.endsWith('.out')
        ? `${fitted} out`
        : textOf(facts.entries, `fitted.${key}`);
    found.set(what, { what, specified: text, built });
  }
  for (const { name, specified, built } of builtStacks(facts))
    if (built && (shimsBeyond(built, specified).length > 0 || shimsText(built) !== shimsText(specified)))
      found.set(name, { what: name, specified: listWords(specified), built: listWords(built) });
  return [...found.values()];
}

export interface ShimMove extends Shim {
  damper: DamperKey;
  what: 'used' | 'returned';
}

/** Shims the job took from the drawer and gave back, by what went in against what was found. Nothing while nothing is written down as built. */
export const shimMovesOf = (facts: JobFacts): ShimMove[] =>
  builtStacks(facts).flatMap(({ damper, found, built }) =>
    built
      ? [
          ...shimsBeyond(built, found ?? []).map((s) => ({ ...s, damper, what: 'used' as const })),
          ...shimsBeyond(found ?? [], built).map((s) => ({ ...s, damper, what: 'returned' as const })),
        ]
      : [],
  );

/** Shims the job will want from the drawer, by what is specified against what was found, until they are written down as in. */
export const shimsWanted = (facts: JobFacts): (Shim & { damper: DamperKey })[] =>
  builtStacks(facts).flatMap(({ damper, found, specified, built }) =>
    built || !found ? [] : shimsBeyond(specified, found).map((s) => ({ ...s, damper })),
  );
