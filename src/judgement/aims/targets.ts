import type { JobFacts } from '../model/facts';
import { TOPPED_OUT_MM } from '@/core/constants/limits';
import { sagToleranceMm } from '@/core/spring/judgement';
import { KIND_WINDOW_SHARE, MAKERS_TOLERANCE_MM, STATIC_SHARE_OF_RIDER, USUAL_MAX_PRELOAD_MM } from '@/knowledge/limits';
import {
  againstWindow,
  MAKERS_SCHOOL,
  middleMm,
  schoolById,
  type School,
  schoolWindows,
  type Window,
  type Windows,
  type WindowVerdict,
} from '@/knowledge/schools';
import type { Entries } from '@/catalogue/entry';
import { armOf } from '../model/ends';
import { mixOf, sagPlace } from './ground';
import { namedKindOf } from '../model/loads';
import { sagOf } from '../model/measure';
import { type Figure, figureOr, numberOf, textOf, choiceOf } from '../model/read';
import { type End, ENDS } from '@/catalogue/ends';
import { KIND_PRACTICE } from '@/knowledge/practice';
import { USE_NAMES, type Use } from '@/catalogue/uses';

/** The maker's own sags, where they are typed. */
function makersSags(machine: Entries, end: End): { static: number | null; rider: number | null } {
  return { static: numberOf(machine, `machine.sag.${end}.static`), rider: numberOf(machine, `machine.sag.${end}.rider`) };
}
const hasMakersSags = (machine: Entries): boolean => ENDS.some((end) => Object.values(makersSags(machine, end)).some((mm) => mm !== null));

/** The school followed: the one chosen for the job; else the maker's, where his sags are typed; else the shop's. */
export const schoolOf = ({ entries, machine, schools }: Pick<JobFacts, 'entries' | 'machine' | 'schools'>): School =>
  schoolById(textOf(entries, 'school') || (hasMakersSags(machine) ? MAKERS_SCHOOL : ''), schools);

/** Whether somebody wants these sags: a school chosen, a maker's sheet typed or the sags themselves. What is merely usual weighs less. */
export const isAimOnPurpose = ({ entries, machine }: JobFacts, end: End): boolean =>
  textOf(entries, 'school') !== '' ||
  hasMakersSags(machine) ||
  (['static', 'rider'] as const).some((state) => numberOf(entries, `springs.${end}.target.${state}`) !== null);
/** What it is ridden for: as told, else what is usual of its kind. */
export function purposeOf(facts: JobFacts): Use {
  const use = choiceOf(facts.entries, 'use', USE_NAMES) ?? namedKindOf(facts.machine)?.use ?? 'road';
  // A road machine that is mostly ridden on the circuit is set for it.
  return use === 'road' && (mixOf(facts.entries)?.circuit ?? 0) > 0.5 ? 'circuit' : use;
}

function riderShare(facts: JobFacts, end: End): number | null {
  const sag = sagOf(facts, end);
  return sag?.result.ok ? sag.result.value.riderShare : null;
}

/** The windows one school sets for an end; null while its travel is not known. */
export function windowsBy(school: School, facts: JobFacts, end: End): Windows | null {
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  if (travelMm === null) return null;
  const own = school.id === MAKERS_SCHOOL ? makersSags(facts.machine, end) : null;
  if (own && (own.static !== null || own.rider !== null)) {
    const about = (mm: number | null) =>
      mm === null ? null : { minMm: Math.max(TOPPED_OUT_MM, mm - MAKERS_TOLERANCE_MM), maxMm: mm + MAKERS_TOLERANCE_MM };
    return { static: about(own.static), rider: about(own.rider) };
  }
  return schoolWindows(school, {
    use: purposeOf(facts),
    end,
    travelMm,
    grip: textOf(facts.entries, 'school.grip') === 'high' ? 'high' : 'low',
    arm: armOf(facts.machine),
    otherShare: riderShare(facts, end === 'rear' ? 'front' : 'rear'),
  });
}

/** Preload the adjuster gives, least and most, mm of spring. */
export const rangeOf = (entries: Entries, end: End): [Figure, Figure] => [
  figureOr(entries, `springs.${end}.range.min`, 0),
  figureOr(entries, `springs.${end}.range.max`, USUAL_MAX_PRELOAD_MM[end]),
];

/** The windows of the school followed. */
export const windowsOf = (facts: JobFacts, end: End): Windows | null => windowsBy(schoolOf(facts), facts, end);

export interface Target {
  static: Figure;
  rider: Figure;
}

/** A place in a window: −1 its least, 0 the sag aimed at without any ground told, 1 its most. */
const placeMm = (window: Window, aimMm: number, place: number): number =>
  aimMm + place * (place < 0 ? aimMm - window.minMm : window.maxMm - aimMm);

/** The sag aimed at in a window: what right springs of the kind usually show, as far as the window holds it; its middle where a school was chosen on purpose or no kind is named. */
function aimIn(window: Window, usualMm: number | null): number {
  return usualMm === null ? middleMm(window) : Math.min(Math.max(usualMm, window.minMm), window.maxMm);
}

/** The two sags to aim at: typed ones first, else within the school's windows where the ground asks for them (their middle while no ground is told), else the share of travel. */
export function targetOf(facts: JobFacts, end: End): Target | null {
  const own = windowsOf(facts, end);
  const riderWindow = own?.rider ?? windowsBy(schoolById('share-of-travel', facts.schools), facts, end)?.rider;
  if (!riderWindow) return null;
  const place = sagPlace(facts.entries);
  const kind = namedKindOf(facts.machine);
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  const onPurpose = textOf(facts.entries, 'school') !== '' || hasMakersSags(facts.machine);
  const usual = kind && travelMm !== null && !onPurpose ? KIND_PRACTICE[kind.id][end] : null;
  const at = (window: Window, share: number | undefined) =>
    Math.round(placeMm(window, aimIn(window, share === undefined ? null : share * travelMm!), place));
  const rider = figureOr(facts.entries, `springs.${end}.target.rider`, at(riderWindow, usual?.riderShare));
  const statics = own?.static ? at(own.static, usual?.staticShare) : Math.round(rider.value * STATIC_SHARE_OF_RIDER);
  return { static: figureOr(facts.entries, `springs.${end}.target.static`, statics), rider };
}

/** The school's window; one of the same width about a sag that was typed; else the tolerance that goes with the travel. */
function around(aim: Figure, window: Window | null, travelMm: number): Window {
  if (window && aim.origin === 'assumed') return window;
  const half = window ? (window.maxMm - window.minMm) / 2 : sagToleranceMm(travelMm);
  return { minMm: Math.max(TOPPED_OUT_MM, aim.value - half), maxMm: aim.value + half };
}

/** What is right at one end: the sags aimed at and how far either may be off. Null while the travel is not known. */
export function aimsOf(facts: JobFacts, end: End) {
  const target = targetOf(facts, end);
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  if (!target || travelMm === null) return null;
  const windows = windowsOf(facts, end);
  const riderWindow = around(target.rider, windows?.rider ?? null, travelMm);
  return {
    target,
    staticWindow: around(target.static, windows?.static ?? null, travelMm),
    riderWindow: namedKindOf(facts.machine) && !isAimOnPurpose(facts, end) ? narrowed(riderWindow, target.rider.value) : riderWindow,
  };
}

/** A school's window holds for many kinds of machine; of one named kind only what lies near its own sag is right. */
const narrowed = ({ minMm, maxMm }: Window, aimMm: number): Window => ({
  minMm: Math.max(minMm, (1 - KIND_WINDOW_SHARE) * aimMm),
  maxMm: Math.min(maxMm, (1 + KIND_WINDOW_SHARE) * aimMm),
});

export interface SchoolVerdict {
  school: School;
  chosen: boolean;
  static: WindowVerdict | null;
  rider: WindowVerdict | null;
  /** What it says beside the windows, or why it can say nothing yet. */
  remark: string;
}

const REMARKS: Record<School['rule']['kind'], string> = {
  windows: '',
  'preload-share': 'judges preload alone',
  'arm-angle': 'needs pivot and axle',
  balance: 'needs the other end’s rider sag',
};

/** What each school says of the sags measured at one end. */
export function schoolVerdicts(facts: JobFacts, end: End, sag: { staticSagMm: number | null; riderSagMm: number | null }): SchoolVerdict[] {
  const chosen = schoolOf(facts).id;
  return facts.schools.map((school) => {
    const windows = windowsBy(school, facts, end);
    const silent = !windows?.static && !windows?.rider;
    return {
      school,
      chosen: school.id === chosen,
      static: windows?.static && sag.staticSagMm !== null ? againstWindow(sag.staticSagMm, windows.static) : null,
      rider: windows?.rider && sag.riderSagMm !== null ? againstWindow(sag.riderSagMm, windows.rider) : null,
      remark: silent ? (school.rule.kind === 'arm-angle' && end === 'front' ? 'after riding' : REMARKS[school.rule.kind]) : '',
    };
  });
}
