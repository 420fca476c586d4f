import { remembered, type JobFacts } from './facts';
import type { Side } from '@/catalogue/ends';
import type { FieldKey } from '@/catalogue/fields';
import { CLICKERS } from '@/catalogue/clickers';
import { USUAL_CLICKS } from '@/core/constants/limits';
import { USUAL_CD, USUAL_GAS_MPA } from '@/knowledge/limits';
import { ATMOSPHERE_MPA, STEEL_YOUNGS_GPA, STEEL_POISSON } from '@/core/constants/constants';
import { oil } from '@/core/damper/oil';
import { type OilGrade, USUAL_OIL_ID } from '@/core/damper/oils';
import type { DamperFigures, ValveName } from '@/core/damper/damper';
import { middleOf } from '@/core/damper/clicks';
import { needleAreas, type Oil, type ValveRequest, type ValveStack } from '@/core/damper/valve';
import type { Shim } from '@/core/plate/stack';
import { err, type Issue, ok, type Result } from '@/core/result';
import { recorded, type Entries, type Entry } from '@/catalogue/entry';
import { type DamperKey, END_OF, ROD_VALVE_NAMES, VALVE_NAMES, VALVES, type ValveFigure, VALVE_KINDS } from '@/catalogue/fields/damper';
import { isUnusable, type Missing, type Unusable } from './ends';
import { numberOf, textOf, choiceOf } from './read';
import { hasDecimalComma, numberIn, shimsIn } from '@/catalogue/tables';
import { type DamperKind, pistonOf } from './piston';

/** Which of the two stacks of a job. */
export type Which = 'found' | 'fit';

const usualSteel = { youngsModulusGPa: STEEL_YOUNGS_GPA, poisson: STEEL_POISSON, theory: 'vonKarman' as const };

export const stackField = (damper: DamperKey, valve: ValveName, which: Which) => `valves.${damper}.${which}.${valve}` as const;

/** The shims of a valve as written; what is to be fitted is as found until written otherwise. null while nothing is written. */
export function shimsOf(entries: Entries, damper: DamperKey, valve: ValveName, which: Which): Result<Shim[]> | null {
  const written =
    textOf(entries, stackField(damper, valve, which)).trim() ||
    (which === 'fit' ? textOf(entries, stackField(damper, valve, 'found')).trim() : '');
  return written === '' ? null : shimsIn(written);
}

export const valveKindOf = (machine: Entries, damper: DamperKey, valve: ValveName): 'stack' | 'open' | 'poppet' =>
  choiceOf(machine, `machine.damper.${damper}.${valve}.kind`, VALVE_KINDS) ?? (isRodNamed(machine, damper) ? 'open' : 'stack');

/** A damping rod of the book is named for this leg: holes, until somebody says what closes them. */
const isRodNamed = (machine: Entries, damper: DamperKey): boolean => pistonOf(machine, damper)?.tubeMm != null;

export const isRodLeg = (machine: Entries, damper: DamperKey): boolean =>
  END_OF[damper] === 'front' && (textOf(machine, `machine.damper.${damper}.kind`) === 'rod' || isRodNamed(machine, damper));

/** What a valve is called in this damper. */
export const valveName = (machine: Entries, damper: DamperKey, valve: ValveName): string =>
  isRodLeg(machine, damper) ? ROD_VALVE_NAMES[valve] : VALVE_NAMES[damper][valve];

/** Where the bore of a damper is kept: a damping-rod leg works in the sliding tube, whose figures the fork's air has already. */
const boreField = (machine: Entries, damper: DamperKey) =>
  isRodLeg(machine, damper) ? 'machine.bore' : (`machine.damper.${damper}.bore` as const);

/** The base valve is there once anything of it is known. */
export const hasValve = (facts: JobFacts, damper: DamperKey, valve: ValveName): boolean =>
  valve !== 'base' ||
  isRodLeg(facts.machine, damper) ||
  recorded(facts.machine).some(({ field, text }) => field.startsWith(`machine.damper.${damper}.base.`) && text !== '') ||
  (['found', 'fit'] as const).some((which) => textOf(facts.entries, stackField(damper, 'base', which)) !== '');

export interface Clicks {
  out: number;
  range: number;
  origin: 'chosen' | 'fitted' | 'found' | 'assumed';
}

/** The clicker of one direction: as chosen here, else as fitted, else as found, else the middle. */
export function clicksOf(entries: Entries, damper: DamperKey, side: Side, which: Which): Clicks {
  const key = CLICKERS[damper][side];
  const range = numberOf(entries, `fitted.${key}.range`) ?? numberOf(entries, `found.${key}.range`) ?? USUAL_CLICKS;
  const places: [Clicks['origin'], FieldKey][] = [
    ...(which === 'fit'
      ? ([
          ['chosen', `valves.${damper}.clicks.${side}`],
          ['fitted', `fitted.${key}.out`],
        ] as [Clicks['origin'], FieldKey][])
      : []),
    ['found', `found.${key}.out`],
  ];
  for (const [origin, field] of places) {
    const out = numberOf(entries, field);
    if (out !== null) return { out, range: Math.max(range, out), origin };
  }
  return { out: middleOf(range), range, origin: 'assumed' };
}

type NeedleFigure = 'needle' | `needle.${'seat' | 'cone' | 'lift'}`;

/** Areas of the needle at each click from shut on: by its shape where that was measured, else by the click; null without a needle. */
function needleOf(of: (figure: NeedleFigure) => number | null, range: number): number[] | null {
  const [seatMm, coneDeg, liftPerClickMm] = [of('needle.seat'), of('needle.cone'), of('needle.lift')];
  if (seatMm !== null && coneDeg !== null && liftPerClickMm !== null) return needleAreas({ seatMm, coneDeg, liftPerClickMm }, range);
  const perClick = of('needle');
  return perClick === null || perClick === 0 ? null : Array.from({ length: range + 1 }, (_, i) => i * perClick);
}

/** Areas as measured, from shut on; of clicks beyond the last nothing is known. Errors: needle-not-rising. */
function needleTable(written: string): Result<number[]> | null {
  if (written.trim() === '') return null;
  const cells = written.trim().split(/[\s;]+/);
  const areas = cells.map((cell) => numberIn(cell, hasDecimalComma(cells)));
  if (areas.length < 2 || !areas.every((a, i) => a >= 0 && (i === 0 || a >= areas[i - 1]!))) return err('needle-not-rising', []);
  return ok(areas);
}

/** A shim that does not go into the bore its piston runs in; null where all do, or the bore is not known. The base valve sits in a tube of its own. */
export function shimBeyondBore(machine: Entries, damper: DamperKey, valve: ValveName, shims: readonly Shim[]): Issue | null {
  const boreMm = numberOf(machine, boreField(machine, damper));
  const widest = shims.reduce((most, s) => Math.max(most, s.diameterMm), 0);
  if (valve === 'base' || boreMm === null || widest < boreMm) return null;
  return err('shim-beyond-bore', [], { shim: widest, bore: boreMm }).issue;
}

/** One valve as the core wants it, or what is missing of it as field names, or the field that cannot be read. */
export function valveRequestOf(facts: JobFacts, damper: DamperKey, valve: ValveName, which: Which): ValveRequest | Missing | Unusable {
  const name = <F extends ValveFigure>(f: F) => `machine.damper.${damper}.${valve}.${f}` as const;
  const of = (f: ValveFigure) => numberOf(facts.machine, name(f));
  const kind = valveKindOf(facts.machine, damper, valve);
  const needed = [
    ...(kind === 'stack' ? (['port', 'clamp', 'zone.inner', 'zone.outer'] as const) : []),
    ...(kind === 'open' ? (['bleed'] as const) : []),
    ...(kind === 'poppet' ? (['port', 'poppet.seat', 'poppet.preload', 'poppet.rate', 'poppet.lift'] as const) : []),
  ];
  const missing: FieldKey[] = needed.filter((f) => of(f) === null).map(name);
  const shims = kind === 'stack' ? shimsOf(facts.entries, damper, valve, which) : null;
  if (kind === 'stack' && shims === null) missing.push(stackField(damper, valve, 'found'));
  if (missing.length > 0) return { missing };
  if (shims && !shims.ok) {
    const field =
      textOf(facts.entries, stackField(damper, valve, which)).trim() === ''
        ? stackField(damper, valve, 'found')
        : stackField(damper, valve, which);
    return { field, issue: shims.issue };
  }
  const beyond = shims?.ok ? shimBeyondBore(facts.machine, damper, valve, shims.value) : null;
  if (beyond) {
    const field = stackField(damper, valve, textOf(facts.entries, stackField(damper, valve, which)).trim() === '' ? 'found' : which);
    return { field, issue: beyond };
  }
  const side = valve === 'rebound' ? 'rebound' : 'compression';
  const clicks = clicksOf(facts.entries, damper, side, which);
  const measured = needleTable(textOf(facts.machine, name('needle.table')));
  if (measured && !measured.ok) return { field: name('needle.table'), issue: measured.issue };
  const areas = measured ? measured.value : needleOf(of, clicks.range);
  const [gapMm, lengthMm, diameterMm] = [
    of('clearance.gap'),
    of('clearance.length'),
    numberOf(facts.machine, boreField(facts.machine, damper)),
  ];
  const clearance = gapMm !== null && lengthMm !== null && diameterMm !== null ? { diameterMm, gapMm, lengthMm } : null;
  const cd = (f: 'port' | 'curtain' | 'bleed') => of(`cd.${f}`) ?? USUAL_CD;
  const stack: ValveStack | null = shims?.ok
    ? {
        shims: shims.value,
        clampDiameterMm: of('clamp')!,
        pressureZoneMm: { inner: of('zone.inner')!, outer: of('zone.outer')! },
        dishMm: of('dish') ?? 0,
        ...((of('dish') ?? 0) > 0 ? { seatDiameterMm: of('zone.outer')! } : {}),
        ...(of('stop') === null ? {} : { stopLiftMm: of('stop')! }),
        ...usualSteel,
      }
    : null;
  return {
    portAreaMm2: kind === 'open' ? 0 : of('port')!,
    bleedAreaMm2: of('bleed') ?? 0,
    ...(of('bleedLength') === null ? {} : { bleedLengthMm: of('bleedLength')! }),
    ...(clearance ? { clearance } : {}),
    ...(areas ? { clicker: { clicksOut: clicks.out, areasMm2: areas } } : {}),
    stack,
    ...(kind === 'poppet'
      ? {
          poppet: {
            seatDiameterMm: of('poppet.seat')!,
            springPreloadN: of('poppet.preload')!,
            springRateNPerMm: of('poppet.rate')!,
            mostLiftMm: of('poppet.lift')!,
          },
        }
      : {}),
    edgeDiameterMm: stack ? stack.shims[0]!.diameterMm : (of('poppet.seat') ?? 1),
    cd: { port: cd('port'), curtain: cd('curtain'), bleed: cd('bleed') },
  };
}

/** Share of the face shim the pressure reaches, and how far beyond the clamp it begins. From memory. */
const ZONE = { outer: 0.92, inner: 0.2 } as const;

const tenth = (x: number) => Math.round(10 * x) / 10;

/** Figures of one valve that are usual of the piston; clamp and zone follow the shims that were typed. */
function usualOfValve(facts: JobFacts, damper: DamperKey, valve: ValveName, kind: DamperKind): [ValveFigure, number][] {
  if (valveKindOf(facts.machine, damper, valve) === 'open') return kind.tubeMm === null ? [] : [['bleed', kind.valves[valve].bleedMm2]];
  if (valveKindOf(facts.machine, damper, valve) === 'poppet' || kind.tubeMm !== null) return [];
  const shims = shimsOf(facts.entries, damper, valve, 'found');
  if (!shims?.ok || shims.value.length === 0) return [];
  return [['port', kind.valves[valve].portMm2], ['bleed', kind.valves[valve].bleedMm2], ...clampOf(shims.value)];
}

/** Clamp and port zone as they follow from the shims typed. */
function clampOf(shims: readonly Shim[]): [ValveFigure & ('clamp' | `zone.${string}`), number][] {
  const face = shims[0]!.diameterMm;
  const clamp = Math.min(shims.at(-1)!.diameterMm, 0.8 * face);
  return [
    ['clamp', clamp],
    ['zone.inner', tenth(clamp + ZONE.inner * (face - clamp))],
    ['zone.outer', tenth(Math.max(ZONE.outer * face, clamp + 0.6 * (face - clamp)))],
  ];
}

export interface OneStackQuestion {
  found: ValveStack | null;
  fit: ValveStack;
  /** Clamp or port zone follow from the shims, since nobody has measured them. */
  isAssumed: boolean;
}

/** What one stack alone is to be asked: shims as found and to fit, clamp and zone as measured or as they follow from the shims; null without readable shims. */
export function oneStackOf(facts: JobFacts, damper: DamperKey, valve: ValveName): OneStackQuestion | null {
  if (valveKindOf(facts.machine, damper, valve) !== 'stack') return null;
  const [found, fit] = [shimsOf(facts.entries, damper, valve, 'found'), shimsOf(facts.entries, damper, valve, 'fit')];
  if (!fit?.ok || fit.value.length === 0) return null;
  const before = found?.ok && found.value.length > 0 ? found.value : null;
  const usual = new Map(clampOf(before ?? fit.value));
  const measured = (f: 'clamp' | 'zone.inner' | 'zone.outer') => numberOf(facts.machine, `machine.damper.${damper}.${valve}.${f}`);
  const of = (f: 'clamp' | 'zone.inner' | 'zone.outer') => measured(f) ?? usual.get(f)!;
  const stackOf = (shims: Shim[]): ValveStack => ({
    shims,
    clampDiameterMm: of('clamp'),
    pressureZoneMm: { inner: of('zone.inner'), outer: of('zone.outer') },
    dishMm: 0,
    ...usualSteel,
  });
  return {
    found: before && stackOf(before),
    fit: stackOf(fit.value),
    isAssumed: (['clamp', 'zone.inner', 'zone.outer'] as const).some((f) => measured(f) === null),
  };
}

/** Figures that stand in for what nobody has measured of this damper, because its piston or its damping rod is named. */
export function usualIn(facts: JobFacts, damper: DamperKey): [FieldKey, number][] {
  const kind = pistonOf(facts.machine, damper);
  if (!kind) return [];
  const there = VALVES.filter((v) => hasValve(facts, damper, v));
  const figures: [FieldKey, number][] = [
    [boreField(facts.machine, damper), kind.boreMm],
    [`machine.damper.${damper}.rod`, kind.rodMm],
    ...(kind.postMm === null ? [] : [[`machine.damper.${damper}.post`, kind.postMm] as [FieldKey, number]]),
    ...(kind.tubeMm === null ? [] : [['machine.stanchion', kind.tubeMm] as [FieldKey, number]]),
    ...there.flatMap((valve) =>
      usualOfValve(facts, damper, valve, kind).map(([f, x]): [FieldKey, number] => [`machine.damper.${damper}.${valve}.${f}`, x]),
    ),
  ];
  return figures.filter(([field]) => numberOf(facts.machine, field) === null);
}

/** The machine's figures with those usual of its piston in the places nobody has measured yet. Figure by figure what is measured takes their place. */
export const withUsual = remembered((facts: JobFacts, damper: DamperKey): Entries => {
  const usualOnes = usualIn(facts, damper);
  if (usualOnes.length === 0) return facts.machine;
  const standing: Entries = Object.fromEntries(
    usualOnes.map(([field, value]): [FieldKey, Entry] => [field, { field, text: String(value), unit: null, value, at: null }]),
  );
  return { ...facts.machine, ...standing };
});

/** Gas over the oil, absolute: the shock's charge; in a fork the air in the leg. */
function gasOf(entries: Entries, damper: DamperKey): number {
  if (END_OF[damper] === 'front') return ATMOSPHERE_MPA;
  const gauge = numberOf(entries, 'fitted.rear.gas') ?? numberOf(entries, 'found.rear.gas');
  return ATMOSPHERE_MPA + (gauge ?? USUAL_GAS_MPA);
}

/** The whole damper with the stacks as found or to fit, or every figure still missing, or one that cannot be used. */
export function damperOf(facts: JobFacts, damper: DamperKey, which: Which): DamperFigures | Missing | Unusable {
  const missing: string[] = [];
  const of = (field: FieldKey): number => {
    const value = numberOf(facts.machine, field);
    if (value === null) missing.push(field);
    return value ?? Number.NaN;
  };
  const [boreMm, rodMm] = [of(boreField(facts.machine, damper)), of(`machine.damper.${damper}.rod`)];
  const tubeMm = isRodLeg(facts.machine, damper) ? of('machine.stanchion') : undefined;
  const valves: Partial<Record<ValveName, ValveRequest>> = {};
  for (const valve of VALVES) {
    if (!hasValve(facts, damper, valve)) continue;
    const made = valveRequestOf(facts, damper, valve, which);
    if (isUnusable(made)) return made;
    if ('missing' in made) missing.push(...made.missing);
    else valves[valve] = made;
  }
  if (missing.length > 0) return { missing };
  const returnAreaMm2 = numberOf(facts.machine, `machine.damper.${damper}.base.return`);
  return {
    boreMm,
    rodMm,
    ...(tubeMm === undefined ? {} : { tubeMm }),
    gasPressureMPa: gasOf(facts.entries, damper),
    piston: { compression: valves.compression!, rebound: valves.rebound! },
    base: valves.base ? { ...valves.base, ...(returnAreaMm2 === null ? {} : { returnAreaMm2 }) } : null,
  };
}

/** The same with what is usual of its piston where nothing is measured: for what is shown as assumed. Reasons and the dyno rest on what was measured alone. */
export const damperWithUsual = (facts: JobFacts, damper: DamperKey, which: Which) =>
  damperOf(facts.with({ machine: withUsual(facts, damper) }), damper, which);

/** The oil reckoned with: the one chosen for this end, else the usual grade. */
export function oilOf(entries: Entries, damper: DamperKey, oils: readonly OilGrade[]): { grade: OilGrade; origin: 'chosen' | 'assumed' } {
  const chosen = oils.find((o) => o.id === textOf(entries, `valves.${END_OF[damper]}.oil`));
  return { grade: chosen ?? oils.find((o) => o.id === USUAL_OIL_ID) ?? oils[0]!, origin: chosen ? 'chosen' : 'assumed' };
}

/** That oil at a temperature. */
export function oilWarm(grade: OilGrade, temperatureC: number): Result<Oil> {
  const found = oil({ cSt40: grade.cSt40, cSt100: grade.cSt100, temperatureC });
  return found.ok ? ok({ densityKgPerM3: grade.densityKgPerM3, cSt: found.value.cSt }) : found;
}
