import type { JobFacts } from '../model/facts';
import { TOPPED_OUT_MM } from '@/core/constants/limits';
import { sagToleranceMm } from '@/core/spring/judgement';
import { STATIC_SHARE_OF_RIDER } from '@/knowledge/limits';
import {
  againstWindow,
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
import { sagPlace } from './ground';
import { namedKindOf } from '../model/loads';
import { sagOf } from '../model/measure';
import { type Figure, figureOr, numberOf, textOf, choiceOf } from '../model/read';
import type { End } from '@/catalogue/ends';
import { USE_NAMES, type Use } from '@/catalogue/uses';

export const schoolOf = (entries: Entries, schools: readonly School[]): School => schoolById(textOf(entries, 'school'), schools);
/** What it is ridden for: as told, else what is usual of its kind. */
export const purposeOf = (facts: JobFacts): Use => choiceOf(facts.entries, 'use', USE_NAMES) ?? namedKindOf(facts.machine)?.use ?? 'road';

function riderShare(facts: JobFacts, end: End): number | null {
  const sag = sagOf(facts, end);
  return sag?.result.ok ? sag.result.value.riderShare : null;
}

/** The windows one school sets for an end; null while its travel is not known. */
export function windowsBy(school: School, facts: JobFacts, end: End): Windows | null {
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  if (travelMm === null) return null;
  return schoolWindows(school, {
    use: purposeOf(facts),
    end,
    travelMm,
    grip: textOf(facts.entries, 'school.grip') === 'high' ? 'high' : 'low',
    arm: armOf(facts.machine),
    otherShare: riderShare(facts, end === 'rear' ? 'front' : 'rear'),
  });
}

/** The windows of the school followed. */
export const windowsOf = (facts: JobFacts, end: End): Windows | null => windowsBy(schoolOf(facts.entries, facts.schools), facts, end);

export interface Target {
  static: Figure;
  rider: Figure;
}

/** A place in a window: −1 its least, 0 its middle, 1 its most. */
const placeMm = (window: Window, place: number): number => middleMm(window) + (place * (window.maxMm - window.minMm)) / 2;

/** The two sags to aim at: typed ones first, else within the school's windows where the ground asks for them (their middle while no ground is told), else the share of travel. */
export function targetOf(facts: JobFacts, end: End): Target | null {
  const own = windowsOf(facts, end);
  const riderWindow = own?.rider ?? windowsBy(schoolById('share-of-travel', facts.schools), facts, end)?.rider;
  if (!riderWindow) return null;
  const place = sagPlace(facts.entries);
  const rider = figureOr(facts.entries, `springs.${end}.target.rider`, Math.round(placeMm(riderWindow, place)));
  const statics = own?.static ? Math.round(placeMm(own.static, place)) : Math.round(rider.value * STATIC_SHARE_OF_RIDER);
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
  return {
    target,
    staticWindow: around(target.static, windows?.static ?? null, travelMm),
    riderWindow: around(target.rider, windows?.rider ?? null, travelMm),
  };
}

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
  const chosen = schoolOf(facts.entries, facts.schools).id;
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
