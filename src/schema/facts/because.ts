import { WIDE_FRICTION_BAND_MM } from '@/core/measure/sag';
import { middleMm, type End, type School } from '@/core/spring/schools';
import type { Entries } from '../entry';
import { issueWords, warningWords } from '../words';
import { effectiveFinding } from './effective';
import type { Because } from './finding';
import { frontUnloading, loadsOf, overloads } from './loads';
import { sagOf } from './measure';
import { numberOf } from './read';
import { droopFindings } from './reach';
import { schoolOf, targetOf, windowsOf } from './targets';

const NAME: Record<End, string> = { rear: 'Rear', front: 'Front' };
const mm = (x: number) => `${Math.round(x)} mm`;

/**
 * What the measured pair says of the spring. The ring moves both sags alike (constant leverage, linear spring), so the difference between rider
 * and static sag belongs to the rate alone: holding the rider sag at its target leaves static − (rider − target).
 */
function springFinding(entries: Entries, machine: Entries, end: End, schools: readonly School[]): Because[] {
  const read = sagOf(entries, machine, end);
  if (!read?.result.ok) return [];
  const { staticSagMm, riderSagMm } = read.result.value;
  const school = schoolOf(entries, schools);
  const windows = windowsOf(entries, machine, end, schools);
  const target = targetOf(entries, machine, end, schools);
  const found: Because[] = [];
  if (staticSagMm === null || riderSagMm === null || !windows || !target) return found;
  const window = windows.static ?? { minMm: target.static.value - 5, maxMm: target.static.value + 5 };
  const origin = `Measured; ${school.name.toLowerCase()}.`;
  const targetMm = windows.rider ? middleMm(windows.rider) : target.rider.value;
  const left = staticSagMm - (riderSagMm - targetMm);
  const inWindow = windows.rider
    ? riderSagMm >= windows.rider.minMm && riderSagMm <= windows.rider.maxMm
    : Math.abs(riderSagMm - targetMm) <= 5;
  const leaves = left < 0 ? 'no static sag at all' : `${mm(left)} static`;
  if (left < window.minMm)
    found.push({
      mark: 'warn',
      lead: `${NAME[end]}: the spring is too soft for this load.`,
      rest: inWindow
        ? `Rider sag ${mm(riderSagMm)} is right, but only ${mm(staticSagMm)} static is left: too much preload carries it.`
        : `Rider sag is ${mm(riderSagMm)} with static at ${mm(staticSagMm)}. Holding ${mm(targetMm)} with this spring would leave ${leaves}: the ring cannot cure it.`,
      origin,
    });
  else if (left > window.maxMm)
    found.push({
      mark: 'warn',
      lead: `${NAME[end]}: the spring is too stiff for this load.`,
      rest: `Static sag is ${mm(staticSagMm)} and rider sag ${mm(riderSagMm)}. Holding ${mm(targetMm)} would leave ${leaves}, more than ${mm(window.maxMm)}.`,
      origin,
    });
  else if (!inWindow)
    found.push({
      mark: 'note',
      lead: `${NAME[end]}: the ring can cure it.`,
      rest: `Rider sag is ${mm(riderSagMm)}; ${riderSagMm > targetMm ? 'more' : 'less'} preload brings it to ${mm(targetMm)} and leaves ${leaves}.`,
      origin,
    });
  else
    found.push({
      mark: 'note',
      lead: `${NAME[end]}: this spring suits the load.`,
      rest: `Static ${mm(staticSagMm)} and rider ${mm(riderSagMm)} are both where they belong.`,
      origin,
    });
  return found;
}

function frictionFinding(entries: Entries, machine: Entries, end: End): Because[] {
  const read = sagOf(entries, machine, end);
  if (!read?.result.ok) return [];
  const band = Math.max(read.result.value.frictionBandUnladenMm ?? 0, read.result.value.frictionBandLadenMm ?? 0);
  const found: Because[] = [];
  if (band > WIDE_FRICTION_BAND_MM)
    found.push({
      mark: 'warn',
      lead: `${NAME[end]} friction band ${mm(band)} is wide.`,
      rest: 'Bushes, a bent tube, or a clamped axle? Loosen and settle it, then read again.',
      origin: `Usual: under ${mm(WIDE_FRICTION_BAND_MM)}; common practice.`,
    });
  for (const warning of read.result.value.warnings)
    if (warning.code === 'laden-above-unladen' || warning.code === 'lifted-pressed-swapped')
      found.push({ mark: 'warn', lead: `${NAME[end]}: read again.`, rest: warningWords(warning), origin: 'Measured.' });
  return found;
}

/** How far the rider pitches the machine, against bare. Differences under this are within the readings. */
const PITCH_WORTH_SAYING_MM = 25;

function pitchFinding(entries: Entries, machine: Entries): Because[] {
  const of = (end: End) => {
    const read = sagOf(entries, machine, end);
    if (!read?.result.ok) return null;
    const { staticSagMm, riderSagMm } = read.result.value;
    return staticSagMm === null || riderSagMm === null ? null : riderSagMm - staticSagMm;
  };
  const [rear, front] = [of('rear'), of('front')];
  const wheelbase = numberOf(machine, 'machine.wheelbase');
  if (rear === null || front === null || wheelbase === null || Math.abs(rear - front) < PITCH_WORTH_SAYING_MM) return [];
  const degrees = (Math.atan(Math.abs(rear - front) / wheelbase) * 180) / Math.PI;
  const high = rear > front;
  return [
    {
      mark: 'note',
      lead: `The rider tips it nose-${high ? 'high' : 'low'} by ${mm(Math.abs(rear - front))},`,
      rest: `about ${degrees.toFixed(1)}° of rake ${high ? 'more' : 'less'} than bare: ${high ? 'it steers slower and may run wide' : 'it steers quicker and may tuck'}.`,
      origin: `Computed from wheelbase ${Math.round(wheelbase)} mm.`,
    },
  ];
}

/** Overload against the plate: no spring solves it. */
export function overloadFindings(entries: Entries, machine: Entries): Because[] {
  const loads = loadsOf(entries, machine);
  const over = overloads(loads, machine).map(({ caseName, what, totalKg, platedKg }): Because => ({
    mark: 'danger',
    lead: `Overloaded ${caseName}${what === 'machine' ? '' : `, ${what}`}: ${Math.round(totalKg)} kg against ${Math.round(platedKg)} kg ${what === 'machine' ? 'on the plate' : 'allowed'}.`,
    rest: 'No spring makes this safe or lawful. Take mass off before anything else.',
    origin: 'Weighed machine, declared load.',
  }));
  const tips = loads.cases.flatMap((c): Because[] =>
    c.result.ok
      ? []
      : [
          {
            mark: 'danger',
            lead: `The load ${c.name} cannot stand.`,
            rest: issueWords(c.result.issue),
            origin: 'Moments about the axles.',
          },
        ],
  );
  return [...over, ...tips];
}

const LEG_CLICKERS = ['compression', 'rebound'] as const;

function legFindings(entries: Entries): Because[] {
  return LEG_CLICKERS.flatMap((which): Because[] => {
    const left = numberOf(entries, `found.front.${which}.left.out`);
    const right = numberOf(entries, `found.front.${which}.right.out`);
    if (left === null || right === null || left === right) return [];
    return [
      {
        mark: 'warn',
        lead: `Front legs differ: ${which} ${left} out on the left, ${right} on the right.`,
        rest: 'They must agree unless the fork is built with different legs.',
        origin: 'As it came in.',
      },
    ];
  });
}

/** A load behind the rear axle is worth a word when it takes this much off the front wheel, kg. */
const UNLOADING_WORTH_SAYING_KG = 2;

function unloadingFinding(entries: Entries, machine: Entries): Because[] {
  const unloading = frontUnloading(loadsOf(entries, machine), machine);
  if (!unloading || unloading.kg < UNLOADING_WORTH_SAYING_KG) return [];
  return [
    {
      mark: 'note',
      lead: `The ${unloading.things.join(' and ')} takes ${unloading.kg.toFixed(1)} kg off the front wheel.`,
      rest: 'It hangs behind the rear axle. Moving it forward costs nothing and steadies the steering.',
      origin: 'Moments about the rear axle.',
    },
  ];
}

/** Everything the readings say so far, gravest first. */
export function becauseOf(entries: Entries, machine: Entries, schools: readonly School[]): Because[] {
  const all = [
    ...overloadFindings(entries, machine),
    ...droopFindings(entries, machine),
    ...springFinding(entries, machine, 'rear', schools),
    ...springFinding(entries, machine, 'front', schools),
    ...effectiveFinding(entries, machine, 'rear'),
    ...effectiveFinding(entries, machine, 'front'),
    ...frictionFinding(entries, machine, 'rear'),
    ...frictionFinding(entries, machine, 'front'),
    ...legFindings(entries),
    ...pitchFinding(entries, machine),
    ...unloadingFinding(entries, machine),
  ];
  const rank = { danger: 0, warn: 1, note: 2 };
  return all.sort((a, b) => rank[a.mark] - rank[b.mark]);
}

/** One candidate spring in a sentence: the verdict first, then the figures, then what the school makes of it. */
export function candidateWords(
  candidate: {
    verdict: string;
    preloadMm: number;
    preloadWantedMm: number;
    preloadInRange: boolean;
    riderSagMm: number;
    staticSagMm: number;
    loadFactorAtFullTravel: number;
    coilBindReserveMm: number | null;
  },
  target: { staticMm: number; riderMm: number },
  range: readonly [number, number],
  schoolName: string,
): Because {
  const held = `At ${candidate.preloadMm.toFixed(1)} mm of preload it holds ${mm(candidate.riderSagMm)} with the rider and ${mm(candidate.staticSagMm)} bare, against ${mm(target.riderMm)} and ${mm(target.staticMm)} wanted.`;
  const outside = candidate.preloadInRange
    ? ''
    : ` The adjuster (${range[0]} to ${range[1]} mm) cannot give the ${candidate.preloadWantedMm.toFixed(1)} mm it would need.`;
  const why: Record<string, string> = {
    right: '',
    'too soft': ' Too much preload would carry the load.',
    'too stiff': ' Too little of the travel is used by the machine’s own weight and the rider together.',
    'preload out of range': outside,
    'coil bind': ` Only ${candidate.coilBindReserveMm?.toFixed(1) ?? '0'} mm is left before the coils bind at full travel.`,
  };
  const extra = candidate.verdict === 'preload out of range' ? '' : outside;
  return {
    mark: candidate.verdict === 'right' ? 'note' : 'warn',
    lead: `${candidate.verdict[0]!.toUpperCase()}${candidate.verdict.slice(1)}${candidate.verdict === 'right' ? ' for this load.' : '.'}`,
    rest: `${held}${why[candidate.verdict] ?? ''}${extra} Full travel stands ${candidate.loadFactorAtFullTravel.toFixed(1)} times the laden load.`,
    origin: `Predicted; ${schoolName.toLowerCase()}.`,
  };
}

/** Why not the neighbours: what the next softer and the next stiffer spring of the list would do. */
export function neighbourWords(
  neighbours: {
    name: string;
    side: 'softer' | 'stiffer';
    verdict: string;
    riderSagMm: number;
    staticSagMm: number;
    preloadMm: number;
    preloadInRange: boolean;
  }[],
): Because[] {
  return neighbours.map(({ name, side, verdict, riderSagMm, staticSagMm, preloadMm, preloadInRange }) => ({
    mark: 'note',
    lead: `Next ${side}, ${name}: ${verdict}.`,
    rest: `${preloadInRange ? '' : 'Outside the adjuster: '}${preloadMm.toFixed(1)} mm of preload, ${mm(riderSagMm)} with the rider, ${mm(staticSagMm)} bare.`,
    origin: 'Predicted.',
  }));
}
