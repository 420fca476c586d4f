import { type JobFacts } from '../model/facts';
import { springPuts } from '../model/offers';
import { airForkOf } from '../aims/airFork';
import type { Entries } from '@/catalogue/entry';
import { hasAdjuster, hasClicker, isOnAir } from '../model/ends';
import type { FieldKey, Stage } from '@/catalogue/fields';
import { PRELOAD_KEYS } from '@/catalogue/fields/setup';
import { AIM_HIGH_M_PER_S, AIM_LOW_M_PER_S } from '@/knowledge/limits';
import { type ClickerKey, clickersOf, CLICKERS, HIGH_COMPRESSION } from '@/catalogue/clickers';
import { isToppedOut } from '@/core/measure/sag';
import { airSpring, SEAL_LIMIT_MPA } from '@/core/spring/air';
import { preloadForMm } from '@/core/spring/end';
import { ATMOSPHERE_MPA } from '@/core/constants/constants';
import type { Cure, Effect } from '@/knowledge/causes/page';
import type { WindowVerdict } from '@/knowledge/schools';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { fittedEnd } from './evidence/springs';
import { afterPreload, standing } from './standing';
import { bounceEstimate, PUSH_MM } from '@/core/measure/bounce';
import { bar, kg, mm, mPerS, newtons, rate, said, type Said, sayMetric, signed } from '@/core/units/say';
import { loadsOf, overloads } from '../model/loads';
import { geometryOf, poseAt } from './geometry';
import { numberOf } from '../model/read';
import { proposed, selectionOf } from '../aims/springs';
import { rangeOf, schoolVerdicts, targetOf } from '../aims/targets';
import { END_NAMES, type End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

/** What the core says a cure would do, before it is tried. */
export interface Prediction {
  /** The end it is made at; null for the machine. */
  end: End | null;
  /** What would follow, with its figures; '' where nothing can be reckoned. */
  words: Said;
  /** Sags that end would have, for the stance figure. */
  sags: { staticMm: number; riderMm: number } | null;
  /** A danger or a limit that speaks against it here. */
  warning: Said;
  /** What other schools say of the sags predicted. */
  schools: string[];
  /** Where it is carried out and what it fills in there; null where it is work without a figure, or its figure cannot be told yet. */
  proposal: Proposal | null;
}

/** A cure as it stands in the stage that carries it out. */
export interface Proposal {
  stage: Stage;
  puts: readonly { field: FieldKey; text: string }[];
}

const nothing = (end: End | null, words: Said = ''): Prediction => ({ end, words, sags: null, warning: '', schools: [], proposal: null });

/** Which end a cure is made at: its own, the one it names, or the one its test picks out. */
export function endOfCure(known: JobFacts, effect: Effect, cause: End | null): End | null {
  const wanted = 'end' in effect ? effect.end : undefined;
  if (wanted === 'rear' || wanted === 'front') return wanted;
  if (wanted === 'livelier') return livelier(known);
  if (wanted === 'softer') return softer(known);
  if (effect.kind === 'height' || effect.kind === 'oil-level') return 'front';
  if (effect.kind === 'gas') return 'rear';
  return cause;
}

function livelier({ entries }: JobFacts): End | null {
  const zeta = (end: End) => {
    const swings = numberOf(entries, `measure.${end}.bounce.overshoots`);
    const found = swings === null ? null : bounceEstimate(numberOf(entries, `measure.${end}.bounce.push`) ?? PUSH_MM, swings);
    return found?.ok ? found.value.zetaLow : null;
  };
  const [rear, front] = [zeta('rear'), zeta('front')];
  return rear === null || front === null ? null : rear < front ? 'rear' : 'front';
}

function softer(known: JobFacts): End | null {
  const share = (end: End) => {
    const fitted = fittedEnd(known, end);
    return fitted && fitted.spring.rateNPerMm(1) / fitted.ladenN;
  };
  const [rear, front] = [share('rear'), share('front')];
  return rear === null || front === null ? null : rear < front ? 'rear' : 'front';
}

function otherSchools(known: JobFacts, end: End, sags: { staticMm: number; riderMm: number }): string[] {
  const verdicts = schoolVerdicts(known, end, { staticSagMm: sags.staticMm, riderSagMm: sags.riderMm });
  const say = (v: WindowVerdict) => (v === 'in window' ? 'right' : v.replace(' sag', ' than it asks'));
  return verdicts
    .filter((v) => !v.chosen && (v.rider !== null || v.static !== null))
    .map(
      (v) =>
        `${v.school.name}: ${[v.rider && `rider sag ${say(v.rider)}`, v.static && `static sag ${say(v.static)}`].filter(Boolean).join(', ')}`,
    );
}

/** @param changeMm so much more preload; what the school's rider sag asks for where it is left out */
function preload(known: JobFacts, end: End, changeMm?: number): Prediction {
  const now = standing(known, end);
  const target = targetOf(known, end);
  if (!now || !target) return nothing(end, 'What it does is shown once the sags, the loads and the spring’s mark are in.');
  const wanted = changeMm === undefined ? preloadForMm(now.model, now.spring, target.rider.value, now.ladenN) : now.preloadMm + changeMm;
  const by = wanted - now.preloadMm;
  const sags = afterPreload(now, by);
  const [, most] = rangeOf(known.entries, end);
  const topsOut = isToppedOut(sags.staticMm);
  const warning = topsOut
    ? 'It would top out: no static sag is left. The ring cannot cure this.'
    : wanted > most.value
      ? said`It would need ${mm(wanted, 1)} of preload; the adjuster gives ${mm(most.value, 1)}.`
      : wanted < 0
        ? 'The spring would hang loose: less preload than none.'
        : '';
  return {
    end,
    sags,
    warning,
    proposal: warning
      ? null
      : {
          stage: 'rebuild',
          puts: PRELOAD_KEYS.filter((k) => k.startsWith(end)).flatMap((k) => [
            { field: `wanted.${k}.way` as const, text: 'mm' },
            { field: `wanted.${k}.reading` as const, text: Math.max(0, wanted).toFixed(1) },
          ]),
        },
    words: said`${END_NAMES[end]} preload ${signed(mm(by, 1))}: rider sag ${mm(now.riderMm)} → ${mm(sags.riderMm)}, static ${mm(now.staticMm)} → ${mm(sags.staticMm)}${now.rateFrom === 'sags' ? ', by the rate the sags need' : ''}.`,
    schools: otherSchools(known, end, sags),
  };
}

/** A fork on air gets a pressure where another gets a spring. */
function pressure(facts: JobFacts): Prediction {
  const found = airForkOf(facts);
  const solo = 'cases' in found ? found.cases[0] : undefined;
  if (!('cases' in found) || !solo) return nothing('front', 'What it does is shown once the loads and the air chambers are known.');
  const wanted = bar(solo.gaugeMPa);
  return {
    ...nothing(
      'front',
      said`Front: the load asks for ${wanted}, cold and fully extended: rider sag ${mm(found.riderSagMm)}, static ${mm(solo.set.staticMm)}.`,
    ),
    sags: { staticMm: solo.set.staticMm, riderMm: found.riderSagMm },
    proposal: { stage: 'springs', puts: [{ field: 'springs.front.pressure', text: sayMetric(wanted) }] },
  };
}

function spring(known: JobFacts, end: End, springs: readonly ListedSpring[]): Prediction {
  if (isOnAir(known.machine, end)) return pressure(known);
  const selection = selectionOf(known, end, springs);
  if ('missing' in selection || !selection.result.ok)
    return nothing(end, 'What it does is shown once loads, leverage and targets are known.');
  const best = proposed(known.entries, end, selection.result.value.candidates);
  const { ideal } = selection.result.value;
  if (!best) return nothing(end, said`The load asks for ${rate(ideal.rateNPerMm)}; no spring of the list is near.`);
  const name = springs.find((s) => String(s.id) === best.id)?.name ?? 'the nearest of the list';
  const sags = { staticMm: best.staticSagMm, riderMm: best.riderSagMm };
  return {
    end,
    sags,
    proposal: {
      stage: 'springs',
      puts: springPuts(end, best.id, best.preloadMm),
    },
    warning: best.verdict === 'right' ? '' : `The nearest spring of the list is ${best.verdict} for this load.`,
    words: said`${END_NAMES[end]}: the load asks for ${rate(ideal.rateNPerMm)}. ${name} at ${mm(best.preloadMm, 1)} of preload: rider sag ${mm(best.riderSagMm)}, static ${mm(best.staticSagMm)}, ${best.naturalFrequencyHz.toFixed(2)} Hz, ${best.loadFactorAtFullTravel.toFixed(1)} times the load at full travel.`,
    schools: otherSchools(known, end, sags),
  };
}

function clicks(known: JobFacts, end: End, effect: Extract<Effect, { kind: 'clicks' }>): Prediction {
  const side = effect.adjuster === 'rebound' ? 'rebound' : 'compression';
  const key = end === 'rear' && effect.adjuster === 'highCompression' ? HIGH_COMPRESSION : CLICKERS[end][side];
  const [out, range] = [numberOf(known.entries, `found.${key}.out`), numberOf(known.entries, `found.${key}.range`)];
  const to = out === null ? null : Math.min(range ?? Infinity, Math.max(0, out + effect.by));
  const place = out === null ? '' : `${END_NAMES[end]} ${side} ${out} → ${to} out${range === null ? '' : ` of ${range}`}. `;
  const warning = to !== null && to === out ? `It already stands at the ${effect.by > 0 ? 'open' : 'shut'} end.` : '';
  const keys: readonly ClickerKey[] = end === 'rear' ? [key] : clickersOf(end, side);
  const proposal: Proposal | null =
    to === null || to === out ? null : { stage: 'set', puts: keys.map((k) => ({ field: `wanted.${k}.out` as const, text: String(to) })) };
  const facts = known.dampers[end];
  const each = facts?.perClickN[side];
  if (!facts || !each || effect.adjuster === 'highCompression')
    return {
      ...nothing(end, `${place}What it does in newtons is not computed: the damper is not measured under Valves.`),
      warning,
      proposal,
    };
  const made = to === null ? effect.by : to - out!;
  const zeta = facts.zeta[side];
  const share = 1 - (made * each.slow) / facts.forceN[side].slow;
  const ratio = zeta === null ? '' : ` Damping ratio ${zeta.toFixed(2)} → ${Math.max(0, zeta * share).toFixed(2)}.`;
  return {
    ...nothing(
      end,
      said`${place}${signed(newtons(-made * each.slow))} of ${newtons(facts.forceN[side].slow)} at ${mPerS(0.1)}, ${signed(newtons(-made * each.fast))} of ${newtons(facts.forceN[side].fast)} at ${mPerS(1, 0)}.${ratio}`,
    ),
    warning,
    proposal,
  };
}

function height(known: JobFacts, by: number): Prediction {
  const now = numberOf(known.entries, 'found.front.height.left');
  const puts = (['left', 'right'] as const).map((leg) => ({ field: `wanted.front.height.${leg}` as const, text: `${(now ?? 0) + by} mm` }));
  return { ...headMoved(known, by), proposal: now === null ? null : { stage: 'set', puts } };
}

function headMoved(known: JobFacts, by: number): Prediction {
  const [wheelbase, rake] = [numberOf(known.machine, 'machine.wheelbase'), numberOf(known.machine, 'machine.rake')];
  if (wheelbase === null || rake === null) return nothing('front', 'What it does is shown once wheelbase and rake are known.');
  const { reference, states } = geometryOf(known);
  const rider = states.find((s) => s.name === 'rider')!;
  const [before, after] = [poseAt(reference, rider), poseAt(reference, { ...rider, forkThroughClampMm: by })];
  if (!before || !after) return nothing('front', 'What it does is shown once wheelbase and rake are known.');
  const [rakeDeg, trailMm] = [Math.abs(after.rakeDeg - before.rakeDeg), Math.abs(after.trailMm - before.trailMm)];
  // Along the leg, so less than that in height.
  const lower = by * Math.cos((rake * Math.PI) / 180);
  const [way, less] = by > 0 ? ['down', 'less'] : ['up', 'more'];
  return nothing(
    'front',
    said`The head comes ${mm(Math.abs(lower))} ${way}: about ${rakeDeg.toFixed(2)}° ${less} rake and ${mm(trailMm, 1)} ${less} trail, from ${before.rakeDeg.toFixed(1)}° with the rider on.`,
  );
}

function oilLevel(known: JobFacts, by: number | null): Prediction {
  const { entries, machine } = known;
  const of = (field: 'oilLevel' | 'stanchion' | 'bore' | 'solid' | 'travel.front') => numberOf(machine, `machine.${field}`);
  const level = numberOf(entries, 'found.front.oilLevel.left');
  const to = by === null ? of('oilLevel') : level === null ? null : level + by;
  const [stanchionMm, boreMm, travelMm] = [of('stanchion'), of('bore'), of('travel.front')];
  if (level === null || to === null) return nothing('front', 'What it does is shown once the oil level is known.');
  const moved = said`Oil level ${mm(level)} → ${mm(to)} from the top`;
  const proposal: Proposal = {
    stage: 'rebuild',
    puts: (['left', 'right'] as const).map((leg) => ({ field: `wanted.front.oilLevel.${leg}` as const, text: `${to} mm` })),
  };
  if (stanchionMm === null || boreMm === null || travelMm === null)
    return { ...nothing('front', said`${moved}. Its force is shown once tube and bore are known.`), proposal };
  const air = (levelMm: number) =>
    airSpring({
      stanchionMm,
      boreMm,
      levelMm,
      solidVolumeMm3: of('solid') ?? 0,
      travelMm,
      exponent: 1.3,
      legs: 2,
      initialPressureMPa: ATMOSPHERE_MPA,
    });
  const [now, then] = [air(level), air(to)];
  if (!now.ok || !then.ok) return { ...nothing('front', moved), warning: 'The leg would lock: there is no air left at full travel.' };
  const at = (share: number) => newtons(now.value.air.forceN(share * travelMm), 0, '→', then.value.air.forceN(share * travelMm));
  return {
    ...nothing('front', said`${moved}: air force, both legs, ${at(0.5)} at half travel and ${at(0.95)} near its end, on a quick hit.`),
    proposal,
    warning: then.value.warnings.length > 0 ? said`Above ${bar(SEAL_LIMIT_MPA, 0)} at full travel seals are at risk (from memory).` : '',
  };
}

function gas({ entries, machine }: JobFacts): Prediction {
  const [found, sheet, shaft] = [numberOf(entries, 'found.rear.gas'), numberOf(machine, 'machine.gas'), numberOf(machine, 'machine.shaft')];
  if (found === null || sheet === null) return nothing('rear', 'Charge to the maker’s sheet; its figure is not written down yet.');
  const words = bar(found, 1, '→', sheet);
  const proposal: Proposal = { stage: 'rebuild', puts: [{ field: 'wanted.rear.gas', text: sayMetric(bar(sheet)) }] };
  if (shaft === null) return { ...nothing('rear', said`${words}.`), proposal };
  const moreN = (sheet - found) * (Math.PI / 4) * shaft ** 2;
  return {
    ...nothing('rear', said`${words}: ${signed(newtons(moreN))} on the shaft, which carries as much load as the spring then need not.`),
    proposal,
  };
}

/** The aim of the valves changed: of a band of speeds, or throughout. */
function damping(end: End, { side, band, byPercent }: Extract<Effect, { kind: 'damping' }>): Prediction {
  const bands = band === 'all' ? (['low', 'high'] as const) : [band];
  const where = {
    low: said`up to ${mPerS(AIM_LOW_M_PER_S)}, high speed kept`,
    high: said`from ${mPerS(AIM_HIGH_M_PER_S)}, low speed kept`,
    all: 'at every speed',
  }[band];
  return {
    ...nothing(end, said`${END_NAMES[end]}: aim at ${Math.abs(byPercent)} % ${byPercent < 0 ? 'less' : 'more'} ${side} ${where}.`),
    proposal: {
      stage: 'valves',
      puts: bands.map((b) => ({ field: `valves.${end}.shift.${side}.${b}` as const, text: String(byPercent) })),
    },
  };
}

function load(facts: JobFacts): Prediction {
  const loads = loadsOf(facts);
  const worst = overloads(loads, facts.machine).sort((a, b) => b.totalKg - b.platedKg - (a.totalKg - a.platedKg))[0];
  return nothing(
    null,
    worst ? said`${kg(Math.ceil(worst.totalKg - worst.platedKg), 0)} must come off the ${worst.what} ${worst.caseName}.` : '',
  );
}

/** What a cure would do on this machine. @param springs of the list, for the one that would be fitted */
export function predict(known: JobFacts, springs: readonly ListedSpring[], cure: Cure, cause: End | null): Prediction {
  const { effect } = cure;
  const end = endOfCure(known, effect, cause);
  switch (effect.kind) {
    case 'none':
      return nothing(end);
    case 'load':
      return load(known);
    case 'height':
      return height(known, effect.by);
    case 'oil-level':
      return oilLevel(known, effect.by);
    case 'gas':
      return gas(known);
    default:
      if (end === null) return nothing(null, 'Bounce both ends first: it tells which one it is.');
      return effect.kind === 'preload'
        ? preload(known, end)
        : effect.kind === 'spring'
          ? spring(known, end, springs)
          : effect.kind === 'damping'
            ? damping(end, effect)
            : clicks(known, end, effect);
  }
}

/** What a change of an adjuster by so much would do: the very change, not the usual one of a cure. Clicks are more open, lengths as they are read. */
export function predictChange(
  known: JobFacts,
  what: { kind: 'preload' | 'height' | 'oil-level' } | { kind: 'clicks'; adjuster: Extract<Effect, { kind: 'clicks' }>['adjuster'] },
  end: End,
  by: number,
): Prediction {
  switch (what.kind) {
    case 'preload':
      return preload(known, end, by);
    case 'height':
      return height(known, by);
    case 'oil-level':
      return oilLevel(known, by);
    case 'clicks':
      return clicks(known, end, { kind: 'clicks', adjuster: what.adjuster, by });
  }
}

/** What it may bring about; a complaint already told is named as such. */
export function sideEffects(cure: Cure, told: readonly string[]): { words: string; already: boolean }[] {
  return cure.worsens.map((id) => ({ words: COMPLAINT_PHRASES[id].toLowerCase(), already: told.includes(id) }));
}

/** Cures of a cause for one of its ends, in the order free to new unit. */
export const curesOf = (cures: readonly Cure[], end: End | null, machine: Entries): Cure[] =>
  cures.filter((c) => (c.ends.length === 0 || end === null || c.ends.includes(end)) && isPossible(c.effect, end, machine));

/** Whether the machine has what the cure turns: nothing is turned that is not there. */
function isPossible(effect: Effect, end: End | null, machine: Entries): boolean {
  const at = 'end' in effect && (effect.end === 'rear' || effect.end === 'front') ? effect.end : end;
  if (at === null) return true;
  if (effect.kind === 'clicks') return hasClicker(machine, at, effect.adjuster);
  // A fork without an adjuster has its preload from the spacer, which can be cut; a shock without one has none to set.
  return effect.kind !== 'preload' || at === 'front' || hasAdjuster(machine, 'rear');
}
