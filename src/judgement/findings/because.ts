import { type Entries } from '@/catalogue/entry';
import type { JobFacts } from '../model/facts';
import { pitchOf, rakeOf, rightSpringFound } from '../model/ends';
import { PITCH_WORTH_SAYING_MM, LOAD_BEHIND_KG } from '@/knowledge/limits';
import { effectiveFinding } from './effective';
import { droopFindings } from './reach';
import { WIDE_FRICTION_BAND_MM } from '@/core/constants/limits';
import type { Lean } from '@/core/spring/judgement';
import { issueWords, warningWords } from '@/schema/words';
import { tensionFinding, unlikelyFindings } from './asked';
import type { Because } from './finding';
import { verdictFinding } from './verdict';
import { frontUnloading, loadsOf, overloads } from '../model/loads';
import { sagOf } from '../model/measure';
import { numberOf, isSameRate } from '../model/read';
import { legsFound } from '../model/legs';
import { offAim, pitchJudged } from './springJudge';
import { schoolOf } from '../aims/targets';
import { kg, mm, rate, said, type Said } from '@/core/units/say';
import { END_NAMES, type End, ENDS } from '@/catalogue/ends';

function frictionFinding(facts: JobFacts, end: End): Because[] {
  const read = sagOf(facts, end);
  if (!read?.result.ok) return [];
  const band = Math.max(read.result.value.frictionBandUnladenMm ?? 0, read.result.value.frictionBandLadenMm ?? 0);
  const found: Because[] = [];
  if (band > WIDE_FRICTION_BAND_MM)
    found.push({
      mark: 'warn',
      lead: said`${END_NAMES[end]} friction band ${mm(band)} is wide.`,
      rest: 'Bushes, a bent tube, or a clamped axle? Loosen and settle it, then read again.',
      origin: said`Usual: under ${mm(WIDE_FRICTION_BAND_MM)}; common practice.`,
    });
  for (const warning of read.result.value.warnings)
    if (warning.code === 'laden-above-unladen' || warning.code === 'lifted-pressed-swapped')
      found.push({ mark: 'warn', lead: `${END_NAMES[end]}: read again.`, rest: warningWords(warning), origin: 'Measured.', asks: true });
  return found;
}

/** The rake with where it is from: nobody having read it, that of the kind stands in. */
const rakeWords = (machine: Entries): string =>
  `rake ${rakeOf(machine)!.toFixed(1)}°${numberOf(machine, 'machine.rake') === null ? ', assumed as usual of the kind' : ''}`;

function pitchFinding(facts: JobFacts): Because[] {
  const of = (end: End) => {
    const read = sagOf(facts, end);
    if (!read?.result.ok) return null;
    const { staticSagMm, riderSagMm } = read.result.value;
    return staticSagMm === null || riderSagMm === null ? null : riderSagMm - staticSagMm;
  };
  const [rear, front] = [of('rear'), of('front')];
  const pitch = rear === null || front === null ? null : pitchOf(facts.machine, rear, front);
  if (!pitch || pitch.degrees === null || Math.abs(pitch.byMm) < PITCH_WORTH_SAYING_MM) return [];
  const high = pitch.byMm > 0;
  return [
    {
      mark: 'note',
      lead: said`The rider tips it nose-${high ? 'high' : 'low'} by ${mm(Math.abs(pitch.byMm))},`,
      rest: `about ${Math.abs(pitch.degrees).toFixed(1)}° of rake ${high ? 'more' : 'less'} than bare: ${high ? 'it steers slower and may run wide' : 'it steers quicker and may tuck'}.`,
      origin: said`Computed from wheelbase ${mm(numberOf(facts.machine, 'machine.wheelbase')!, 0)} and ${rakeWords(facts.machine)}.`,
    },
  ];
}

/** Overload against the plate: no spring solves it. */
export function overloadFindings(facts: JobFacts): Because[] {
  const loads = loadsOf(facts);
  const over = overloads(loads, facts.machine).map(({ caseName, what, totalKg, platedKg }): Because => ({
    mark: 'danger',
    lead: said`Overloaded ${caseName}${what === 'machine' ? '' : `, ${what}`}: ${kg(totalKg)} against ${kg(platedKg)} ${what === 'machine' ? 'on the plate' : 'allowed'}.`,
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

function legFindings(facts: JobFacts): Because[] {
  const { differ, built } = legsFound(facts);
  if (built) return [];
  return differ.map(({ key, label, left, right }): Because => {
    const out = key.endsWith('.out') ? ' out' : '';
    return {
      mark: 'warn',
      lead: said`Front legs differ: ${label.toLowerCase()} ${left}${out} on the left, ${right} on the right.`,
      rest: 'They must agree unless the fork is built with different legs.',
      origin: 'As it came in.',
    };
  });
}

/** Two shocks share the rear load: springs that differ twist the arm and are never built so. */
function shockFindings(facts: JobFacts): Because[] {
  const [left, right] = [numberOf(facts.entries, 'found.rear.spring'), rightSpringFound(facts, 'rear')];
  if (left === null || right === null || isSameRate(right, left)) return [];
  return [
    {
      mark: 'warn',
      lead: said`Rear springs differ: ${rate(left)} on the left, ${rate(right)} on the right.`,
      rest: 'Two shocks share the load and must be alike: springs, preload and clickers of both.',
      origin: 'As it came in.',
    },
  ];
}

/** Where the machine sits between both aims, by the judge that Reason and the rides ask. */
function sitsFinding(facts: JobFacts): Because[] {
  const [rear, front] = [offAim(facts, 'rear'), offAim(facts, 'front')];
  if (rear === null || front === null) return [];
  const { code } = pitchJudged(rear, front);
  if (code === 'level') return [];
  const share = (x: number) => `${Math.abs(Math.round(x * 100))} % of travel ${x < 0 ? 'above' : 'below'}`;
  return [
    {
      mark: 'note',
      lead: `With the rider on it sits ${code}.`,
      rest: `The rear stands ${share(rear)} its aim, the front ${share(front)}.`,
      origin: `Measured; ${schoolOf(facts).name.toLowerCase()}.`,
    },
  ];
}

function unloadingFinding(facts: JobFacts): Because[] {
  const unloading = frontUnloading(loadsOf(facts), facts.machine);
  if (!unloading || unloading.kg < LOAD_BEHIND_KG) return [];
  return [
    {
      mark: 'note',
      lead: said`The ${unloading.things.join(' and ')} takes ${kg(unloading.kg, 1)} off the front wheel.`,
      rest: 'It hangs behind the rear axle. Moving it forward costs nothing and steadies the steering.',
      origin: 'Moments about the rear axle.',
    },
  ];
}

/** Everything the readings say so far, gravest first. */
export function becauseOf(facts: JobFacts): Because[] {
  const all = [
    ...overloadFindings(facts),
    ...droopFindings(facts),
    ...verdictFinding(facts, 'rear'),
    ...verdictFinding(facts, 'front'),
    ...ENDS.flatMap((end) => [...unlikelyFindings(facts, end), ...tensionFinding(facts, end)]),
    ...effectiveFinding(facts, 'rear'),
    ...effectiveFinding(facts, 'front'),
    ...frictionFinding(facts, 'rear'),
    ...frictionFinding(facts, 'front'),
    ...legFindings(facts),
    ...shockFindings(facts),
    ...sitsFinding(facts),
    ...pitchFinding(facts),
    ...unloadingFinding(facts),
  ];
  const rank = { danger: 0, warn: 1, note: 2 };
  return all.sort((a, b) => rank[a.mark] - rank[b.mark]);
}

/** One candidate spring in a sentence: the verdict first, then the figures, then what the school makes of it. */
export function candidateWords(
  candidate: {
    verdict: string;
    leans: Lean | null;
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
  const held = said`At ${mm(candidate.preloadMm, 1)} of preload it holds ${mm(candidate.riderSagMm)} with the rider and ${mm(candidate.staticSagMm)} bare, against ${mm(target.riderMm)} and ${mm(target.staticMm)} wanted.`;
  const outside = candidate.preloadInRange
    ? ''
    : said` The adjuster (${mm(range[0], 'tenth', 'to', range[1])}) cannot give the ${mm(candidate.preloadWantedMm, 1)} it would need.`;
  const why: Record<string, Said> = {
    right: '',
    'too soft': ' Too much preload would carry the load.',
    'too stiff': ' Too little of the travel is used by the machine’s own weight and the rider together.',
    'preload out of range': outside,
    'coil bind': said` Only ${mm(candidate.coilBindReserveMm ?? 0, 1)} is left before the coils bind at full travel.`,
  };
  const extra = candidate.verdict === 'preload out of range' ? '' : outside;
  return {
    mark: candidate.verdict === 'right' ? 'note' : 'warn',
    lead: `${candidate.verdict[0]!.toUpperCase()}${candidate.verdict.slice(1)}${candidate.verdict === 'right' ? ` for this load${candidate.leans ? `, on the ${candidate.leans} side` : ''}.` : '.'}`,
    rest: said`${held}${why[candidate.verdict] ?? ''}${extra} Full travel stands ${candidate.loadFactorAtFullTravel.toFixed(1)} times the laden load.`,
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
    rest: said`${preloadInRange ? '' : 'Outside the adjuster: '}${mm(preloadMm, 1)} of preload, ${mm(riderSagMm)} with the rider, ${mm(staticSagMm)} bare.`,
    origin: 'Predicted.',
  }));
}
