import { rateDecimals } from '@/core/units/shown';
import { type JobFacts } from '../../model/facts';
import { mm, rate as rateSaid, said } from '@/core/units/say';
import {
  BAND_STANDARD_MM,
  ALL_TRAVEL_SHARE,
  TIE_STANDARD_MM,
  LITTLE_TRAVEL_SHARE,
  PITCH_STANDARD_SHARE,
  TIPTOE_MM,
  REACH_STANDARD_MM,
  PITCH_SHARE,
  USUAL_TRAIL_MM,
  TRAIL_STANDARD_MM,
  LITTLE_ANTI_SQUAT,
  ANTI_SQUAT_STANDARD,
} from '@/knowledge/limits';
import { geometryOf, poseAt } from '../geometry';
import { isToppedOut } from '@/core/measure/sag';
import { TOPPED_OUT_MM, WIDE_FRICTION_BAND_MM } from '@/core/constants/limits';
import { schoolById } from '@/knowledge/schools';
import { armOf } from '../../model/ends';
import { effectiveOf } from '../../model/effective';
import { sagOf } from '../../model/measure';
import { numberOf } from '../../model/read';
import { reachOf } from '../../findings/reach';
import { judgeSpring, offAim, pitchJudged, standardOf } from '../../findings/springJudge';
import { schoolOf, windowsBy, windowsOf } from '../../aims/targets';
import { above, below } from '../../findings/belief';
import { type EndRule, percent, type Read, type WholeRule } from './rule';
import { END_NAMES, type End } from '@/catalogue/ends';

const sagRead = (facts: JobFacts, end: End) => {
  const read = sagOf(facts, end);
  return read?.result.ok ? read.result.value : null;
};

/** Where the end rides against the window of the school followed. */
const rides: EndRule = (known, end) => {
  const sag = sagRead(known, end);
  const window = windowsOf(known, end)?.rider;
  if (!sag || sag.riderSagMm === null || !window) return [];
  const standard = standardOf(sag.uncertaintyMm);
  const school = schoolOf(known).name.toLowerCase();
  const words = said`${END_NAMES[end]} rider sag is ${mm(sag.riderSagMm, 'tenth', '±', 2 * standard)}; the ${school} wants ${mm(window.minMm)} to ${mm(window.maxMm)}.`;
  return [
    { statement: 'sag-low', end, credence: above(sag.riderSagMm, window.maxMm, standard), words },
    { statement: 'sag-high', end, credence: below(sag.riderSagMm, window.minMm, standard), words },
  ];
};

const droops: EndRule = (known, end) => {
  const sag = sagRead(known, end);
  if (!sag || sag.staticSagMm === null) return [];
  const credence = below(sag.staticSagMm, TOPPED_OUT_MM, Math.max(0.3, standardOf(sag.staticUncertaintyMm)));
  const words = said`${END_NAMES[end]} static sag is ${mm(sag.staticSagMm)}${isToppedOut(sag.staticSagMm) ? ': it tops out' : ''}.`;
  return [{ statement: 'static-none', end, credence, words }];
};

/** What the pair says of the rate and of the ring, by the judge that Measure asks. */
const pair: EndRule = (facts, end) => {
  const judged = judgeSpring(facts, end);
  if (!judged) return [];
  const { credence, aimMm, leftMm, staticWindow, code } = judged;
  const words =
    code === 'topped-out'
      ? `${END_NAMES[end]} rests on its top-out stop: its sags say nothing of the spring.`
      : said`${END_NAMES[end]}: held at ${mm(aimMm)} of rider sag, this spring would leave ${leftMm < 0 ? 'no static sag' : said`${mm(leftMm)} static`}; ${mm(staticWindow.minMm)} to ${mm(staticWindow.maxMm)} are wanted.`;
  return [
    { statement: 'rate-soft', end, credence: credence.soft, words },
    { statement: 'rate-stiff', end, credence: credence.stiff, words },
    { statement: 'ring-up', end, credence: credence.ringUp, words },
    { statement: 'ring-down', end, credence: credence.ringDown, words },
  ];
};

const mark: EndRule = (facts, end) => {
  const found = effectiveOf(facts, end);
  const marked = numberOf(facts.entries, `found.${end}.spring`);
  if (!found?.ok || marked === null) return [];
  const { effectiveRateNPerMm: rate, uncertaintyNPerMm: doubt } = found.value;
  const decimals = rateDecimals(marked);
  const words = said`${END_NAMES[end]}: the sags need ${rateSaid(rate, decimals, '±', doubt)}, the spring is marked ${rateSaid(marked, decimals)}.`;
  return [
    { statement: 'weaker-than-mark', end, credence: below(rate, marked - doubt, doubt / 2), words },
    { statement: 'stronger-than-mark', end, credence: above(rate, marked + doubt, doubt / 2), words },
  ];
};

const sticks: EndRule = (known, end) => {
  const sag = sagRead(known, end);
  const bands = [sag?.frictionBandUnladenMm, sag?.frictionBandLadenMm].filter((b): b is number => b !== null && b !== undefined);
  if (bands.length === 0) return [];
  const band = Math.max(...bands);
  return [
    {
      statement: 'friction-wide',
      end,
      credence: above(band, WIDE_FRICTION_BAND_MM, BAND_STANDARD_MM),
      words: said`${END_NAMES[end]} friction band is ${mm(band)}; under ${mm(WIDE_FRICTION_BAND_MM)} is usual.`,
    },
  ];
};

const uses: EndRule = ({ entries, machine }, end) => {
  const [used, travel] = [numberOf(entries, `measure.${end}.used`), numberOf(machine, `machine.travel.${end}`)];
  if (used === null || travel === null) return [];
  const words = said`${END_NAMES[end]} used ${mm(used)} of ${mm(travel)} of travel, ${percent(used / travel)}.`;
  return [
    { statement: 'travel-all', end, credence: above(used, ALL_TRAVEL_SHARE * travel, TIE_STANDARD_MM), words },
    { statement: 'travel-little', end, credence: below(used, LITTLE_TRAVEL_SHARE * travel, TIE_STANDARD_MM), words },
  ];
};

const pitches: WholeRule = (facts) => {
  const [rear, front] = [offAim(facts, 'rear'), offAim(facts, 'front')];
  if (rear === null || front === null) return [];
  const signed = (x: number) => `${x < 0 ? '−' : '+'}${Math.abs(Math.round(x * 100))} % of travel`;
  const words = `Against their targets the rear stands at ${signed(rear)} of sag and the front at ${signed(front)}.`;
  return [
    { statement: 'sits-nose-high', end: null, credence: above(pitchJudged(rear, front).apart, PITCH_SHARE, PITCH_STANDARD_SHARE), words },
    { statement: 'sits-nose-low', end: null, credence: below(pitchJudged(rear, front).apart, -PITCH_SHARE, PITCH_STANDARD_SHARE), words },
  ];
};

const reaches: WholeRule = (facts): Read[] => {
  const reach = reachOf(facts);
  if (!reach) return [];
  return [{ statement: 'seat-tall', end: null, credence: above(reach.gapMm, TIPTOE_MM, REACH_STANDARD_MM), words: reach.words }];
};

/** The drive-first school judges the arm whichever school is followed. */
const armLies: WholeRule = (known): Read[] => {
  const sag = sagRead(known, 'rear');
  const arm = armOf(known.machine);
  const window = windowsBy(schoolById('drive-first', known.schools), known, 'rear')?.rider;
  if (!sag || sag.riderSagMm === null || !arm || !window) return [];
  const degrees = (Math.asin((arm.dropMm - sag.riderSagMm) / arm.reachMm) * 180) / Math.PI;
  return [
    {
      statement: 'arm-flat',
      end: null,
      credence: above(sag.riderSagMm, window.maxMm, standardOf(sag.uncertaintyMm)),
      words: said`With the rider on, the swing-arm hangs ${degrees.toFixed(1)}° down; drive first wants rider sag within ${mm(window.minMm)} to ${mm(window.maxMm)}.`,
    },
  ];
};

/** Steering with the rider on: trail, once rake, offset and tyre are measured, at the heights read. */
const steers: WholeRule = (facts): Read[] => {
  const measured = (['machine.rake', 'machine.offset', 'machine.radius.front', 'machine.wheelbase'] as const).every(
    (f) => numberOf(facts.machine, f) !== null,
  );
  const found = geometryOf(facts);
  if (!measured || found.aimedAt.includes('rider')) return [];
  const pose = poseAt(
    found.reference,
    found.states.find((s) => s.name === 'rider')!,
  );
  if (!pose) return [];
  const [short, long] = USUAL_TRAIL_MM;
  const words = said`With the rider on, rake is ${pose.rakeDeg.toFixed(1)}° and trail ${mm(pose.trailMm, 0)}; ${mm(short, 0)} to ${mm(long, 0)} is usual.`;
  return [
    { statement: 'trail-short', end: null, credence: below(pose.trailMm, short, TRAIL_STANDARD_MM), words },
    { statement: 'trail-long', end: null, credence: above(pose.trailMm, long, TRAIL_STANDARD_MM), words },
  ];
};

/** The chain's own lift with the rider on, once pivot, shaft and sprockets are measured. */
const drives: WholeRule = (facts): Read[] => {
  const needed = ['machine.countershaft.forward', 'machine.countershaft.height', 'machine.teeth.front', 'machine.teeth.rear'] as const;
  const found = geometryOf(facts);
  if (!needed.every((f) => numberOf(facts.machine, f) !== null) || found.aimedAt.includes('rider')) return [];
  const share = poseAt(
    found.reference,
    found.states.find((s) => s.name === 'rider')!,
  )?.antiSquatShare;
  if (share === undefined) return [];
  return [
    {
      statement: 'squat-little',
      end: null,
      credence: below(share, LITTLE_ANTI_SQUAT, ANTI_SQUAT_STANDARD),
      words: `With the rider on, anti-squat is ${Math.round(100 * share)} %; under ${Math.round(100 * LITTLE_ANTI_SQUAT)} % the drive hardly holds the rear up.`,
    },
  ];
};

export const HEIGHT_RULES: { ends: EndRule[]; whole: WholeRule[] } = {
  ends: [rides, droops, pair, mark, sticks, uses],
  whole: [pitches, reaches, armLies, steers, drives],
};
