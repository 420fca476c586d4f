import { END_NAMES, type End } from '@/catalogue/ends';
import { isToppedOut } from '@/core/measure/sag';
import { mm, rate, said, type Said } from '@/core/units/say';
import { rateDecimals } from '@/core/units/shown';
import { ALL_USED_SHARE, NEVER_USED_SHARE } from '@/knowledge/limits';
import type { Window } from '@/knowledge/schools';
import { choiceAt, isEstimate, judgeRate } from '../aims/estimates';
import { aimsOf, schoolOf, windowsOf } from '../aims/targets';
import { isOnAir, markedRateOf } from '../model/ends';
import { remembered, type JobFacts } from '../model/facts';
import { sagOf } from '../model/measure';
import { complaintsOf, type Phrase } from '../model/complaints';
import { numberOf } from '../model/read';
import type { Because } from './finding';
import { springFinding } from './springFinding';
import { isCollapsed, isOverloaded, judgeSpring, standardOf } from './springJudge';

/** What a practitioner would do at an end, in the order he looks: what stops a verdict comes before the rate. */
export type Verdict =
  | 'keep'
  | 'preload'
  | 'stiffer'
  | 'softer'
  | 'topped-out'
  | 'bottoms'
  | 'other-end-first'
  | 'geometry'
  | 'damping'
  | 'oil-level'
  | 'overloaded'
  | 'measure-first';

export interface EndVerdict {
  verdict: Verdict;
  leans: 'soft' | 'stiff' | null;
  /** The sentence screens and papers lead with. */
  said: Said;
  /** The same as a finding: its mark, first words and origin. */
  because: Because;
}

/** A rate this far out of the band, on what is told alone, is another spring: one machine in a hundred. From memory. */
const SURELY_OFF_SHARE = 0.01;
const DAMPING: readonly Phrase[] = ['harsh-small', 'harsh-braking', 'kicks', 'packs', 'wallows', 'seesaws', 'fades', 'clickers-dead'];
const GEOMETRY: readonly Phrase[] = ['turns-in', 'wide', 'tall'];

const within = (sagMm: number, { minMm, maxMm }: Window, doubtMm: number) => sagMm >= minMm - doubtMm && sagMm <= maxMm + doubtMm;

interface SagRead {
  staticMm: number | null;
  riderMm: number | null;
  /** Standard doubt of each; half the friction band where that is wider. */
  doubtMm: number;
}

function sagsRead(facts: JobFacts, end: End): SagRead | null {
  const read = sagOf(facts, end);
  if (!read?.result.ok) return null;
  const { staticSagMm, riderSagMm, uncertaintyMm, frictionBandUnladenMm, frictionBandLadenMm } = read.result.value;
  if (staticSagMm === null && riderSagMm === null) return null;
  const bandMm = Math.max(frictionBandUnladenMm ?? 0, frictionBandLadenMm ?? 0);
  return { staticMm: staticSagMm, riderMm: riderSagMm, doubtMm: Math.max(standardOf(uncertaintyMm), bandMm / 4) };
}

/** The verdict of one end: the one answer of Measure, Reason, Springs, Set and the papers. */
export const verdictOf: (facts: JobFacts, end: End) => EndVerdict = remembered(judged);

function judged(facts: JobFacts, end: End): EndVerdict {
  const say: Say = (verdict, words, leans = null) => {
    const lead = said`${END_NAMES[end]}: ${VERDICT_NAMES[verdict]}.`;
    const rest = said`${words}`;
    return {
      verdict,
      leans,
      said: said`${lead} ${rest}`,
      because: { mark: MARKS[verdict] ?? 'note', lead, rest, origin: 'Measured, with what is usual.' },
    };
  };
  if (isOverloaded(facts)) return say('overloaded', 'It is loaded beyond its plate; no spring makes that safe.');
  const read = sagsRead(facts, end);
  if (!read) return byRateAlone(facts, end, say);
  if (read.staticMm !== null && read.riderMm === null && isToppedOut(read.staticMm))
    return say('topped-out', 'There is no static sag. Back the ring off until it shows some, then read again.');
  if (end === 'front' && isCollapsed(facts))
    return say('other-end-first', 'The rear has collapsed; put it right, then read the front again.');
  const bySag = read.staticMm !== null && read.riderMm !== null ? byBoth(facts, end, say) : byOne(facts, end, read, say);
  return bySag.verdict === 'keep' ? whatItDoes(facts, end, bySag, say) : bySag;
}

/** The verdict as a finding; none while nothing is read of the end. */
export function verdictFinding(facts: JobFacts, end: End): Because[] {
  const { verdict, because } = verdictOf(facts, end);
  return verdict === 'measure-first' || verdict === 'overloaded' || sagsRead(facts, end) === null ? [] : [because];
}

/** Verdicts in the words of the bench. */
export const VERDICT_NAMES: Record<Verdict, string> = {
  keep: 'keep it',
  preload: 'preload only',
  stiffer: 'a stiffer spring',
  softer: 'a softer spring',
  'topped-out': 'topped out',
  bottoms: 'it bottoms',
  'other-end-first': 'the other end first',
  geometry: 'how it stands',
  damping: 'damping',
  'oil-level': 'oil level',
  overloaded: 'overloaded',
  'measure-first': 'measure first',
};
const MARKS: Partial<Record<Verdict, Because['mark']>> = {
  stiffer: 'warn',
  softer: 'warn',
  'topped-out': 'warn',
  bottoms: 'warn',
  'other-end-first': 'warn',
  overloaded: 'danger',
};

type Say = (verdict: Verdict, words: Said, leans?: EndVerdict['leans']) => EndVerdict;

/** What the choice says of the mark; null without one or without a choice. */
function markJudged(facts: JobFacts, end: End) {
  const marked = markedRateOf(facts, end);
  const found = choiceAt(facts, end);
  return marked === null || !isEstimate(found) ? null : { marked, found, ...judgeRate(found, marked) };
}

function byRateAlone(facts: JobFacts, end: End, say: Say): EndVerdict {
  const mark = isOnAir(facts.machine, end) ? null : markJudged(facts, end);
  if (!mark) return say('measure-first', 'Read both sags before anything is turned.');
  const { marked, found, below, leans } = mark;
  const { p05, p95 } = found.estimate.rateNPerMm;
  const decimals = rateDecimals(marked);
  const against = said`${rate(marked, decimals)} is in it, and ${rate(p05, decimals)} to ${rate(p95, decimals)} is what would be fitted`;
  if (below < SURELY_OFF_SHARE) return say('stiffer', said`${against}. Read both sags to be sure.`, 'soft');
  if (below > 1 - SURELY_OFF_SHARE) return say('softer', said`${against}. Read both sags to be sure.`, 'stiff');
  return say('keep', said`As far as can be told the spring in it will do: ${against}.`, leans);
}

const OF_PAIR = { 'topped-out': 'topped-out', 'too soft': 'stiffer', 'too stiff': 'softer', ring: 'preload', suits: 'keep' } as const;

function byBoth(facts: JobFacts, end: End, say: Say): EndVerdict {
  const pair = judgeSpring(facts, end);
  const words = springFinding(facts, end)[0];
  if (!pair || !words) return say('measure-first', 'Read both sags before anything is turned.');
  const verdict = OF_PAIR[pair.code];
  return { verdict, leans: pair.leans, said: said`${words.lead} ${words.rest}`, because: words };
}

/** One sag alone: the rider's as a share of travel, static against what the school or the maker names. */
function byOne(facts: JobFacts, end: End, { staticMm, riderMm, doubtMm }: SagRead, say: Say): EndVerdict {
  const windows = windowsOf(facts, end);
  const aims = aimsOf(facts, end);
  const [name, sagMm, window] =
    riderMm !== null
      ? (['Rider', riderMm, windows?.rider ?? aims?.riderWindow] as const)
      : (['Static', staticMm!, windows?.static ?? aims?.staticWindow] as const);
  if (!window) return say('measure-first', 'Read the other sag as well.');
  const school = schoolOf(facts).name.toLowerCase();
  const against = said`${name} sag alone, ${mm(sagMm)} against ${mm(window.minMm, 'tenth', 'to', window.maxMm)} (${school})`;
  if (within(sagMm, window, doubtMm))
    return say('keep', said`It sits where it belongs. ${against}; read the other sag to judge the spring.`);
  const more = sagMm < window.minMm;
  return say(
    'preload',
    said`${more ? 'Less' : 'More'} preload, for ${more ? 'more' : 'less'} sag. ${against}; read the other sag to judge the spring.`,
  );
}

/** Sags are right: what travel used and the rider's words ask for beside them. */
function whatItDoes(facts: JobFacts, end: End, kept: EndVerdict, say: Say): EndVerdict {
  const told = complaintsOf(facts, end);
  const usedMm = numberOf(facts.entries, `measure.${end}.used`);
  const travelMm = numberOf(facts.machine, `machine.travel.${end}`);
  const used = usedMm === null || travelMm === null ? null : usedMm / travelMm;
  if (told.includes('bottoms') || (used !== null && used >= ALL_USED_SHARE)) {
    const isSoft = markJudged(facts, end)?.leans === 'soft';
    return end === 'front' && !isSoft
      ? say('oil-level', 'The sags are right and it bottoms: raise the oil before any preload.')
      : say('bottoms', 'The sags are right and it bottoms: the next stiffer spring before any preload.', 'soft');
  }
  if (used !== null && used < NEVER_USED_SHARE) {
    const never = `${Math.round(100 * (1 - used))} % of the travel is never used`;
    return end === 'front'
      ? say('oil-level', `The sags are right, yet ${never}: lower the oil, more air above it, before the spring.`)
      : say('keep', `The sags are right, yet ${never}: a step softer may be tried.`, 'stiff');
  }
  if (told.some((p) => DAMPING.includes(p))) return say('damping', 'The spring suits; what is complained of is damping.', kept.leans);
  if (told.some((p) => GEOMETRY.includes(p)))
    return say('geometry', 'The spring suits; what is complained of is how the machine stands.', kept.leans);
  return kept;
}
