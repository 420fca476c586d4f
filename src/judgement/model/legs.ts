import type { JobFacts } from './facts';
import { fieldDef } from '@/catalogue/fields';
import { figure, isSaidUnit, type Said } from '@/core/units/say';
import { fromCanonical, unitNamed } from '@/core/units/units';
import { type Entry, withUnit, entryAt } from '@/catalogue/entry';
import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import { hasUnlikeLegs } from './unlike';
import { textOf } from './read';

export interface LegFigure {
  /** Key of the left leg's figure within a set-up: front.rebound.left.out. */
  key: string;
  label: string;
  left: Said;
  right: Said;
}

export interface LegsJudged {
  /** Figures written down for both legs. */
  both: number;
  differ: LegFigure[];
  /** The fork is built with unlike legs: what differs is as it should be. */
  built: boolean;
}

const PAIRED = SETUP_FIELDS.filter((f) => f.key.includes('.left') && !/\.(way|reference|range)$/.test(f.key));
const NOT_NOTED = 'not noted';

/** What was noted, its figure apart from its unit where it has one. */
function figureSaid(entry: Entry): Said {
  const def = fieldDef(entry.field);
  const unit = def.kind === 'quantity' ? def.unit.metric : '';
  if (entry.value === null || !isSaidUnit(unit)) return withUnit(entry);
  return [figure(unit, fromCanonical(entry.value, unitNamed(unit)), 'tenth')];
}

/** Unlike by its damper, or said so when it was set. */
export const builtUnlike = (facts: JobFacts): boolean => hasUnlikeLegs(facts.machine) || textOf(facts.entries, 'set.legsAgree') === 'built';

/**
 * Whether the legs agree: every figure a fork has on both sides. Measure, Reason and Set take their answer from here.
 * @param of the figure of a set-up's key: as it came in, or as set
 * @param isWhole a figure noted on one side alone counts as a difference: of a finished fork, not of one just come in
 */
export function judgeLegs(facts: JobFacts, of: (key: string) => Entry | undefined, isWhole: boolean): LegsJudged {
  let both = 0;
  const differ = PAIRED.flatMap(({ key, label }): LegFigure[] => {
    const noted = (entry: Entry | undefined) => (entry && entry.value !== null ? entry : undefined);
    const [left, right] = [noted(of(key)), noted(of(key.replace('.left', '.right')))];
    if (left && right) both += 1;
    const isOneSided = isWhole && (left === undefined) !== (right === undefined);
    if (!isOneSided && (!left || !right || left.value === right.value)) return [];
    const said = (entry: Entry | undefined): Said => (entry ? figureSaid(entry) : NOT_NOTED);
    return [{ key, label: label.replace(/^Left /, ''), left: said(left), right: said(right) }];
  });
  return { both, differ, built: builtUnlike(facts) };
}

/** As it came in. */
export const legsFound = (facts: JobFacts): LegsJudged => judgeLegs(facts, (key) => entryAt(facts.entries, `found.${key}`), false);
