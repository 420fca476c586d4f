import type { Stage } from '@/catalogue/fields';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';

/**
 * The statements that can be looked at on a machine, and what has to be done to know each. How each is read from the figures is in facts/evidence; how
 * much it says of which cause is in the pages of the Shop book.
 */
export interface StatementDef {
  name: string;
  /** Witnesses of the same event count less together than each alone. */
  family: string;
  /** One for each end, or one for the machine. */
  ends: boolean;
  measurement: MeasurementId;
}

export interface MeasurementDef {
  /** With the end's name in front where it has one. */
  name: string;
  ends: boolean;
  minutes: number;
  /** Where it is typed; `{end}` stands for the end. */
  stage: TypedAt;
  field: string;
}

/** A stage of the job, its logger sheet, or the machine's leverage room. */
export type TypedAt = Stage | 'log' | 'leverage' | 'geometry';

const measurement = (name: string, minutes: number, stage: TypedAt, field: string): MeasurementDef => ({
  name,
  ends: field.includes('{end}'),
  minutes,
  stage,
  field,
});

/** Minutes are common practice, no source. */
export const MEASUREMENTS = {
  walk: measurement('sag, bare and with the rider', 4, 'measure', 'measure.{end}.laden.1.pressed'),
  used: measurement('travel used on the last ride', 1, 'measure', 'measure.{end}.used'),
  bounce: measurement('bounce test: push, let go, count', 1, 'measure', 'measure.{end}.bounce.overshoots'),
  clickers: measurement('clickers, counted with their range', 3, 'ask', 'found.{end}.clickers'),
  spring: measurement('rate marked on the spring, with its preload', 3, 'ask', 'found.{end}.spring'),
  mass: measurement('rider’s mass in gear and both wheels on scales', 8, 'ask', 'rider.mass'),
  load: measurement('luggage and passenger with their places', 2, 'ask', 'luggage.1.mass'),
  legs: measurement('left against right leg', 2, 'ask', 'found.front.compression.left.out'),
  age: measurement('distance since the suspension was serviced', 1, 'ask', 'found.sinceService'),
  level: measurement('oil level against the maker’s', 25, 'ask', 'found.front.oilLevel.left'),
  gas: measurement('gas pressure against the maker’s', 5, 'ask', 'found.rear.gas'),
  height: measurement('fork tubes above the clamp against the maker’s', 1, 'ask', 'found.front.height.left'),
  tyres: measurement('tyre pressures against the maker’s', 2, 'ask', 'found.tyre.rear'),
  antiDive: measurement('a look for brake-operated anti-dive', 1, 'ask', 'machine.antiDive'),
  rider: measurement('how long the rider has practised', 1, 'ask', 'experience'),
  pace: measurement('use, pace and terrain of the ride', 1, 'ask', 'pace'),
  since: measurement('since when', 1, 'ask', 'complaint.1.since'),
  place: measurement('where on the ride it happens', 1, 'reason', 'complaint.1.place'),
  seat: measurement('seat height and inside leg', 2, 'ask', 'rider.inside'),
  arm: measurement('swing-arm pivot and axle', 10, 'leverage', 'machine.link.pivot.x'),
  steering: measurement('rake, fork offset and the front tyre’s radius', 8, 'geometry', 'machine.offset'),
  drive: measurement('pivot, countershaft and sprockets', 10, 'geometry', 'machine.countershaft.forward'),
  damper: measurement('the damper’s figures and stacks, under Valves', 60, 'valves', 'machine.damper.{end}.bore'),
  stop: measurement('where the stop begins, spring out', 40, 'leverage', 'machine.bump.{end}.from'),
  log: measurement('a ride with the travel logger', 30, 'log', ''),
  checkAbrupt: measurement('riding: tracks, pads, the rider’s own words', 2, 'reason', 'reason.check.abrupt'),
  checkControls: measurement('bar and levers with the rider seated', 2, 'reason', 'reason.check.controls'),
  checkTyres: measurement('a look at both tyres', 1, 'reason', 'reason.check.tyres'),
  checkPlay: measurement('play in head, swing-arm and wheels', 4, 'reason', 'reason.check.play'),
  checkLeak: measurement('a look for oil past the seals', 1, 'reason', 'reason.check.leak.{end}'),
  checkClickers: measurement('bounce with the clickers shut, then open', 3, 'reason', 'reason.check.clickers.{end}'),
  checkKnocks: measurement('push, and listen for knocks', 1, 'reason', 'reason.check.knocks.{end}'),
} as const satisfies Record<string, MeasurementDef>;
export type MeasurementId = keyof typeof MEASUREMENTS;

const ofEnd = (name: string, family: string, m: MeasurementId): StatementDef => ({ name, family, ends: true, measurement: m });
const whole = (name: string, family: string, m: MeasurementId): StatementDef => ({ name, family, ends: false, measurement: m });

export const EVIDENCE = {
  'sag-low': ofEnd('rides low: rider sag above its window', 'height', 'walk'),
  'sag-high': ofEnd('rides high: rider sag below its window', 'height', 'walk'),
  'ring-up': ofEnd('more preload alone would bring it right', 'height', 'walk'),
  'ring-down': ofEnd('less preload alone would bring it right', 'height', 'walk'),
  'static-none': ofEnd('no static sag', 'droop', 'walk'),
  'rate-soft': ofEnd('held at its target, static sag would be too small', 'rate', 'walk'),
  'rate-stiff': ofEnd('held at its target, static sag would be too large', 'rate', 'walk'),
  'ideal-stiffer': ofEnd('this load asks for a stiffer spring', 'rate', 'spring'),
  'ideal-softer': ofEnd('this load asks for a softer spring', 'rate', 'spring'),
  'load-factor-low': ofEnd('little force is left at full travel', 'rate', 'spring'),
  'weaker-than-mark': ofEnd('the sags need a weaker spring than the mark', 'mark', 'spring'),
  'stronger-than-mark': ofEnd('the sags need a stronger spring than the mark', 'mark', 'spring'),
  'friction-wide': ofEnd('friction band wide', 'friction', 'walk'),
  'travel-all': ofEnd('all of the travel used', 'used', 'used'),
  'travel-little': ofEnd('little of the travel used', 'used', 'used'),
  'rebound-shut': ofEnd('rebound clicker nearly shut', 'rebound', 'clickers'),
  'rebound-open': ofEnd('rebound clicker nearly open', 'rebound', 'clickers'),
  'comp-shut': ofEnd('compression clicker nearly shut', 'compression', 'clickers'),
  'comp-open-far': ofEnd('compression clicker nearly open', 'compression', 'clickers'),
  'bounce-lively': ofEnd('swings on after a push', 'return', 'bounce'),
  'bounce-slow': ofEnd('creeps back after a push', 'return', 'bounce'),
  'bounce-unlike': whole('ends return unlike', 'together', 'bounce'),
  'frequency-apart': whole('natural frequencies far apart', 'together', 'spring'),
  'zeta-rebound-low': ofEnd('rebound damping ratio low', 'return', 'damper'),
  'zeta-rebound-high': ofEnd('rebound damping ratio high', 'return', 'damper'),
  'zeta-compression-low': ofEnd('compression damping ratio low', 'compression', 'damper'),
  'zeta-compression-high': ofEnd('compression damping ratio high', 'compression', 'damper'),
  cavitates: ofEnd('the oil parts at usual speeds', 'cavitation', 'damper'),
  chokes: ofEnd('a port holds most of the pressure', 'flow', 'damper'),
  'authority-small': ofEnd('a click changes next to nothing', 'flow', 'damper'),
  'hot-loss': ofEnd('heat takes much of the damping', 'heat', 'damper'),
  'stop-in-travel': ofEnd('a stop begins well before full travel', 'stop', 'stop'),
  'oil-old': ofEnd('oil past its life', 'age', 'age'),
  'oil-level-low': { ...ofEnd('oil level below the maker’s', 'level', 'level'), ends: false },
  'oil-level-high': { ...ofEnd('oil level above the maker’s', 'level', 'level'), ends: false },
  'gas-low': ofEnd('gas pressure low', 'gas', 'gas'),
  overloaded: whole('above the plate or an axle’s limit', 'plate', 'load'),
  'sits-nose-high': whole('rear low against front', 'pitch', 'walk'),
  'sits-nose-low': whole('front low against rear', 'pitch', 'walk'),
  'fork-through': whole('fork tubes further through the clamps than the maker’s', 'clamp', 'height'),
  'fork-dropped': whole('fork tubes less far through than the maker’s', 'clamp', 'height'),
  'legs-unlike': whole('left and right leg set unalike', 'legs', 'legs'),
  'load-behind': whole('load behind the axle lightens the front', 'behind', 'load'),
  'rider-heavier': whole('rider heavier than the one before', 'rider-mass', 'mass'),
  'rider-lighter': whole('rider lighter than the one before', 'rider-mass', 'mass'),
  'tyre-off': ofEnd('tyre pressure off the maker’s', 'tyre', 'tyres'),
  'tyre-worn': whole('a tyre worn, squared, aged or of another kind', 'tyre-state', 'checkTyres'),
  'controls-off': whole('bar or levers do not fit', 'controls', 'checkControls'),
  'play-found': whole('play in bearings', 'play', 'checkPlay'),
  'rider-learning': whole('the rider is learning', 'riding', 'rider'),
  'rider-abrupt': whole('abrupt on throttle or brake', 'riding', 'checkAbrupt'),
  'pace-hard': whole('ridden quickly or raced', 'pace', 'pace'),
  'ground-rougher': whole('ridden on rougher ground than it was set up for', 'ground', 'pace'),
  'ground-smoother': whole('ridden on smoother ground than it was set up for', 'ground', 'pace'),
  'anti-dive-fitted': whole('brake-operated anti-dive is fitted', 'anti-dive', 'antiDive'),
  'seat-tall': whole('the feet do not reach', 'reach', 'seat'),
  'arm-flat': whole('swing-arm flatter than its range', 'arm', 'arm'),
  'trail-short': whole('little trail with the rider on', 'trail', 'steering'),
  'trail-long': whole('much trail with the rider on', 'trail', 'steering'),
  'squat-little': whole('the drive hardly holds it up', 'anti-squat', 'drive'),
  leak: ofEnd('oil past the seals', 'leak', 'checkLeak'),
  'clickers-idle': ofEnd('clickers do not change the bounce', 'idle', 'checkClickers'),
  knocks: ofEnd('knocks or a dead zone', 'knock', 'checkKnocks'),
  'since-gradual': whole('came on slowly', 'since', 'since'),
  'since-service': whole('since work on it', 'since', 'since'),
  'since-bought': whole('since it was bought', 'since', 'since'),
  'since-load': whole('since more load or another rider', 'since', 'since'),
  'since-fall': whole('since a fall', 'since', 'since'),
  'since-tyres': whole('since new tyres', 'since', 'since'),
  'said-hot': whole('when hot', 'place-hot', 'place'),
  'said-loaded': whole('loaded', 'place-loaded', 'place'),
  'said-repeated': whole('over repeated bumps', 'place-bumps', 'place'),
  'said-big': whole('on big hits or landing', 'place-bumps', 'place'),
  'said-small': whole('on small chop', 'place-bumps', 'place'),
  'log-bottoms': ofEnd('logged: it bottoms', 'used', 'log'),
  'log-deep': ofEnd('logged: works deep in its travel', 'log-mean', 'log'),
  'log-shallow': ofEnd('logged: works high in its travel', 'log-mean', 'log'),
  'log-packs': ofEnd('logged: sinks lower bump by bump', 'packing', 'log'),
  'log-rebound-fast': ofEnd('logged: comes back faster than it goes', 'log-return', 'log'),
  'log-rebound-slow': ofEnd('logged: comes back far slower than it goes', 'log-return', 'log'),
  'log-compression-fast': ofEnd('logged: compression speeds high', 'log-compression', 'log'),
  'log-compression-slow': ofEnd('logged: compression speeds low', 'log-compression', 'log'),
  'log-zeta-low': ofEnd('logged: swings on', 'return', 'log'),
  'log-zeta-high': ofEnd('logged: creeps back', 'return', 'log'),
  'log-friction': ofEnd('logged: friction wide', 'friction', 'log'),
} as const satisfies Record<string, StatementDef>;
export type Statement = keyof typeof EVIDENCE;

export const isStatement = (id: string): id is Statement => Object.hasOwn(EVIDENCE, id);

/** Statements of which one denies the other: both held at one place, one of the two was looked at wrongly. */
export const OPPOSITES: readonly (readonly [Statement, Statement])[] = [
  ['sag-low', 'sag-high'],
  ['rate-soft', 'rate-stiff'],
  ['ring-up', 'ring-down'],
  ['ideal-stiffer', 'ideal-softer'],
  ['weaker-than-mark', 'stronger-than-mark'],
  ['travel-all', 'travel-little'],
  ['rebound-shut', 'rebound-open'],
  ['comp-shut', 'comp-open-far'],
  ['bounce-lively', 'bounce-slow'],
  ['zeta-rebound-low', 'zeta-rebound-high'],
  ['zeta-compression-low', 'zeta-compression-high'],
  ['oil-level-low', 'oil-level-high'],
  ['sits-nose-high', 'sits-nose-low'],
  ['fork-through', 'fork-dropped'],
  ['rider-heavier', 'rider-lighter'],
  ['ground-rougher', 'ground-smoother'],
  ['log-deep', 'log-shallow'],
  ['log-rebound-fast', 'log-rebound-slow'],
  ['log-compression-fast', 'log-compression-slow'],
  ['log-zeta-low', 'log-zeta-high'],
];

interface Looked {
  statement: string;
  end: End | null;
  credence: number;
}

/** Pairs that deny one another, both believed more than not. */
export function contradictions(looked: readonly Looked[]): { end: Looked['end']; one: Statement; other: Statement }[] {
  const holds = (statement: Statement, end: Looked['end']) =>
    looked.some((l) => l.statement === statement && l.end === end && l.credence > 0.5);
  return (['rear', 'front', null] as const).flatMap((end) =>
    OPPOSITES.filter(([one, other]) => holds(one, end) && holds(other, end)).map(([one, other]) => ({ end, one, other })),
  );
}

export const PLACE_ENDS = ENDS;
export type PlaceEnd = (typeof PLACE_ENDS)[number];

/** `sag-low.rear` → the statement and its end; a statement of the whole machine has none. */
export function placeOf<Id extends string>(node: string): { id: Id; end: PlaceEnd | null } {
  const [id, end] = node.split('.') as [Id, PlaceEnd | undefined];
  return { id, end: end ?? null };
}

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** A measurement in words, with the end it is made at: "Rear: bounce test: push, let go, count". */
export function measurementWords(node: string): string {
  const { id, end } = placeOf<MeasurementId>(node);
  const { name } = MEASUREMENTS[id];
  return end === null ? capital(name) : `${END_NAMES[end]} ${name}`;
}

/** The field a measurement is typed in, and the stage it stands on. Clickers of a fork are those of its left leg. */
export function whereTyped(node: string): { stage: TypedAt; field: string; minutes: number } {
  const { id, end } = placeOf<MeasurementId>(node);
  const { stage, field, minutes } = MEASUREMENTS[id];
  if (id === 'clickers') return { stage, minutes, field: end === 'rear' ? 'found.rear.rebound.out' : 'found.front.rebound.left.out' };
  return { stage, minutes, field: field.replace('{end}', end ?? 'rear') };
}
