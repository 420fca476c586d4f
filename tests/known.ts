import { factsOf, type JobFacts, type Given } from '@/judgement/model/facts';
import { SCHOOLS } from '@/knowledge/schools';
import type { LogFigures } from '@/core/logger/figures';
import type { DamperFacts } from '@/judgement/model/damperFacts';
import type { Inside } from '@/knowledge/training/cases';
import { tapeReadings } from '@/judgement/model/tape';
import { entriesOf, MACHINE } from './entries';

/** A trail machine and its rider, as far as the tests of the reasons need them. */

export type Texts = Record<string, string>;

const SHEET = {
  'machine.oilLevel': '110',
  'machine.gas': '10 bar',
  'machine.tyre.rear': '1,5 bar',
  'machine.tyre.front': '1,5 bar',
  'machine.height': '5',
};
const RIDER = { 'rider.mass': '85', use: 'off-road' };
/** Springs that suit this rider on this machine. */
export const RIGHT: Record<'rear' | 'front', Inside> = {
  rear: { rateNPerMm: 61, preloadMm: 7.6, frictionMm: 5 },
  front: { rateNPerMm: 3.75, preloadMm: 17, frictionMm: 5 },
};

export const known = (texts: Texts, more: Partial<Given> = {}, machine: Texts = {}): JobFacts =>
  factsOf(entriesOf({ ...RIDER, ...texts }), entriesOf({ ...MACHINE, ...SHEET, ...machine }), SCHOOLS).with(more);

/** Both ends read with a tape; what is not named suits the rider. */
export const walked = (inside: Partial<typeof RIGHT>, machine: Texts = {}): Texts => {
  const facts = known({}, {}, machine);
  const both = { ...RIGHT, ...inside };
  return { ...tapeReadings(facts, 'rear', both.rear, 3), ...tapeReadings(facts, 'front', both.front, 4) };
};

export const DAMPER: DamperFacts = {
  zeta: { compression: 0.2, rebound: 0.45 },
  cavitatesFromMPerS: null,
  choke: null,
  clickShare: 0.03,
  hotLoss: 0.1,
  perClickN: { compression: { slow: 8, fast: 20 }, rebound: { slow: 12, fast: 22 } },
  forceN: { compression: { slow: 200, fast: 900 }, rebound: { slow: 420, fast: 1300 } },
};

/** A minute of a ride of which nothing is to be said. */
export const LOG: LogFigures = {
  seconds: 60,
  meanShare: 0.34,
  share05: 0.2,
  share95: 0.6,
  maxShare: 0.8,
  histogram: [],
  bottomings: 0,
  toppings: 0,
  speedHistogram: [],
  compression95: 800,
  rebound95: 640,
  packing: 0,
  decays: [],
  resonance: null,
  zeta: 0.4,
  frequencyHz: 1.6,
  frictionBandMm: 4,
};
