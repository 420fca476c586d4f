import { WORK_FIELDS, PHOTO_FIELDS, VOICE_FIELDS } from './work';
import { ASK_FIELDS } from './ask';
import {
  JOB_FIELDS,
  MEASURE_FIELDS,
  RIDE_FIELDS,
  SET_FIELDS,
  SPRINGS_FIELDS,
  PROPOSAL_FIELDS,
  REASON_FIELDS,
  REASON_CHECKS,
  REBUILD_FIELDS,
} from './bench';
import { VALVES_FIELDS } from './damper';
import type { FieldDef } from './kinds';
import { MACHINE_FIELDS } from './machine';

export const STAGES = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild', 'set', 'ride'] as const;
export type Stage = (typeof STAGES)[number];
export const STAGE_NAMES: Record<Stage, string> = {
  ask: 'Ask',
  measure: 'Measure',
  reason: 'Reason',
  springs: 'Springs',
  valves: 'Valves',
  rebuild: 'Rebuild',
  set: 'Set',
  ride: 'Ride',
};

const BY_STAGE = {
  ask: ASK_FIELDS,
  measure: MEASURE_FIELDS,
  reason: [...REASON_FIELDS, ...REASON_CHECKS, ...PROPOSAL_FIELDS],
  springs: SPRINGS_FIELDS,
  valves: VALVES_FIELDS,
  rebuild: [...REBUILD_FIELDS, ...WORK_FIELDS, ...PHOTO_FIELDS, ...VOICE_FIELDS],
  set: SET_FIELDS,
  ride: RIDE_FIELDS,
  job: JOB_FIELDS,
  machine: MACHINE_FIELDS,
} satisfies Record<Stage | 'job' | 'machine', readonly FieldDef[]>;

type PatternKey = (typeof BY_STAGE)[keyof typeof BY_STAGE][number]['key'];
/** `luggage.n.mass` names `luggage.1.mass`, `luggage.2.mass` and so on. */
type Numbered<K extends string> = K extends `n.${infer After}`
  ? `${number}.${Numbered<After>}`
  : K extends `${infer Before}.n.${infer After}`
    ? `${Before}.${number}.${Numbered<After>}`
    : K extends `${infer Before}.n`
      ? `${Before}.${number}`
      : K;
/** Every field there is, by its key: what the catalogue does not know does not compile. */
export type FieldKey = Numbered<PatternKey>;

interface KnownField {
  def: FieldDef;
  stage: Stage | 'job' | 'machine';
}

const CATALOGUE = new Map<string, KnownField>(
  Object.entries(BY_STAGE).flatMap(([stage, defs]) => defs.map((def) => [def.key, { def, stage: stage as KnownField['stage'] }] as const)),
);

/** `luggage.3.mass` is an instance of `luggage.n.mass`, `work.1.4.length.2` of `work.n.n.length.n`. At most 99 of each. */
const patternOf = (key: string) => key.replace(/\.([1-9]\d?)(?=\.|$)/g, '.n');

/** The field's definition and the stage it belongs to, or undefined for a field nobody knows. */
export function knownField(key: string): KnownField | undefined {
  if (/\.n(\.|$)/.test(key)) return undefined;
  const known = CATALOGUE.get(patternOf(key));
  return known && { ...known, def: { ...known.def, key } };
}

/** A key that came from outside the program: of the base, the browser or a page of the book. */
export const isFieldKey = (key: string): key is FieldKey => knownField(key) !== undefined;
/** A key put together as the program runs. Throws where no field has it. */
export function fieldKey(key: string): FieldKey {
  if (!isFieldKey(key)) throw new Error(`no field is called ${key}`);
  return key;
}

/** Figures that belong to one machine alone: who it is, how far it ran, what its owner loads, and what its own plate says. */
const OF_ONE_MACHINE = /^machine\.(make|model|year|registration|frame|family|alone|distance|case|plated|limit)(\.|$)/;

/** True for a figure of a machine that holds for every machine of its model. */
export const isOfModel = (key: string): boolean => knownField(key)?.stage === 'machine' && !OF_ONE_MACHINE.test(key);

export function fieldDef(key: string): FieldDef {
  const known = knownField(key);
  if (!known) throw new Error(`no field is named ${key}`);
  return known.def;
}

/** Stages whose entries are part of the signed record: from signing on, only corrections. */
export const SEALED_STAGES: readonly KnownField['stage'][] = ['ask', 'measure', 'reason', 'springs', 'valves', 'rebuild'];
