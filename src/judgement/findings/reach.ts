import type { JobFacts } from '../model/facts';
import { SEAT_SHARE, SPREAD_MM, TIPTOE_MM } from '@/knowledge/limits';
import { isToppedOut } from '@/core/measure/sag';
import type { Because } from './finding';
import { sagOf } from '../model/measure';
import { itemNumbers, numberOf, textOf } from '../model/read';
import { mm, said, type Said } from '@/core/units/say';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';

/** Legs and seats are told to the millimetre at best. */
const about = (lengthMm: number) => mm(lengthMm, 0);

/** How a rider reaches the ground, and what each cure costs. */
export interface Reach {
  /** Seat above the ground with the rider on. */
  seatLadenMm: number;
  insideLegMm: number;
  /** Seat above what the leg reaches; below zero the foot is flat. */
  gapMm: number;
  words: Said;
  cures: ReachCure[];
}

export interface ReachCure {
  name: string;
  /** What has to be done for the whole gap, and what it costs in travel. */
  cost: Said;
  /** Bump travel left at that end with the rider on, mm; null where none is spent. */
  travelLeftMm: number | null;
  caution: Said;
}

const settledMm = (facts: JobFacts, end: End): number | null => {
  const sag = sagOf(facts, end);
  if (!sag?.result.ok) return null;
  const { staticSagMm, riderSagMm } = sag.result.value;
  return staticSagMm === null || riderSagMm === null ? null : riderSagMm - staticSagMm;
};

/**
 * Reach to the ground from seat height and inside leg. The seat sinks by what the rider adds to the sag at both ends, in the proportion of its place.
 * @returns null until seat height, inside leg, and both sags at the rear are known
 */
export function reachOf(facts: JobFacts): Reach | null {
  const [seatMm, insideLegMm] = [numberOf(facts.machine, 'machine.seat'), numberOf(facts.entries, 'rider.inside')];
  const rear = sagOf(facts, 'rear');
  const rearSettles = settledMm(facts, 'rear');
  const travelMm = numberOf(facts.machine, 'machine.travel.rear');
  if (seatMm === null || insideLegMm === null || rearSettles === null || !rear?.result.ok || travelMm === null) return null;
  const riderSagMm = rear.result.value.riderSagMm ?? 0;
  const sinksMm = rearSettles * (1 - SEAT_SHARE) + (settledMm(facts, 'front') ?? rearSettles) * SEAT_SHARE;
  const seatLadenMm = seatMm - sinksMm;
  const gapMm = seatLadenMm - (insideLegMm - SPREAD_MM);
  const words =
    gapMm <= 0
      ? 'Both feet reach the ground flat.'
      : gapMm <= TIPTOE_MM
        ? said`Both feet reach with the heels ${about(gapMm)} up.`
        : said`Toes only: ${about(gapMm - TIPTOE_MM)} short even on the balls of the feet.`;
  return { seatLadenMm, insideLegMm, gapMm, words, cures: gapMm > 0 ? cures(gapMm, riderSagMm, travelMm) : [] };
}

/** Cures for the whole gap, free of travel first. */
function cures(gapMm: number, riderSagMm: number, travelMm: number): ReachCure[] {
  // The seat follows the rear axle by its distance from the front one.
  const atRearMm = gapMm / (1 - SEAT_SHARE);
  const sagMm = riderSagMm + atRearMm;
  const left = travelMm - sagMm;
  return [
    {
      name: 'Thinner or narrower seat',
      cost: said`${about(gapMm)} less foam. Costs no travel.`,
      travelLeftMm: null,
      caution: 'Harder on long days.',
    },
    {
      name: 'Boot soles, one foot down, machine leant',
      cost: 'Costs nothing; practise it on level ground first.',
      travelLeftMm: null,
      caution: 'Ask before any spanner: many riders need no more.',
    },
    {
      name: 'Fork tubes up through the clamps',
      cost: said`${about(gapMm / SEAT_SHARE)} for the whole gap, in steps of ${mm(5)}. Costs no travel.`,
      travelLeftMm: null,
      caution: said`${mm(10)} is already a big step in steering; check that the wheel clears the lower clamp at full travel.`,
    },
    {
      name: 'Less rear preload',
      cost: said`Rider sag ${mm(riderSagMm)} → ${mm(sagMm)}, ${Math.round((sagMm / travelMm) * 100)} % of travel.`,
      travelLeftMm: Math.max(0, left),
      caution:
        left < travelMm / 2
          ? 'More than half the travel would be gone: it will bottom. Not alone.'
          : 'Rakes the front out; check against the window.',
    },
    {
      name: 'Shorter shock by a spacer inside (top-out)',
      cost: said`${about(atRearMm)} of wheel travel taken from the top: ${mm(travelMm - atRearMm)} of ${mm(travelMm)} is left; sag must be set anew.`,
      travelLeftMm: Math.max(0, travelMm - atRearMm - riderSagMm),
      caution: 'A workshop job; the static sag must stay above zero.',
    },
  ];
}

/** Wound-up machines: no static sag, no droop. Unsafe whether or not the rider reaches the ground. */
export function droopFindings(facts: JobFacts): Because[] {
  const tall = itemNumbers(facts.entries, 'complaint').some((n) => textOf(facts.entries, `complaint.${n}.phrase`) === 'tall');
  return ENDS.flatMap((end): Because[] => {
    const sag = sagOf(facts, end);
    if (!sag?.result.ok || sag.result.value.staticSagMm === null || !isToppedOut(sag.result.value.staticSagMm)) return [];
    const name = END_NAMES[end];
    return [
      {
        mark: 'danger',
        lead: `${name}: no static sag, no droop.`,
        rest: `It tops out over every crest and the wheel leaves the ground: unsafe, to be cured before riding. The ring is wound to the end, the spacer too long, or the spring too soft for so little preload.${tall ? ' It is also why it stands too tall.' : ''}`,
        origin: 'Measured.',
      },
    ];
  });
}
