import { isSaid, joined, type Said } from '@/core/units/say';
import { entryAt, type Entries } from '@/catalogue/entry';
import { type End, END_NAMES, ENDS } from '@/catalogue/ends';
import { type FieldKey, isFieldKey, STAGES, type Stage } from '@/catalogue/fields';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import type { Effect } from '@/knowledge/causes/page';
import { choiceOf, textOf } from '../model/read';
import { PROPOSAL_ANSWERS } from '@/catalogue/fields/bench';
import type { Prediction } from './cures';
import type { Explained, Reasoned } from './reason';

/** A cure that was followed, as it stands in the stage that carries it out: what it asks for, why, and what became of it. */

export interface CureProposal {
  stage: Stage;
  words: Said;
  because: Said;
  puts: readonly Put[];
  /** Changed: taken, and another figure was put in since. */
  state: 'open' | 'taken' | 'changed' | 'refused';
  why: string;
}

interface Put {
  field: FieldKey;
  text: string;
}

// Checked by hand: this is read on every stage, and a validator would be a tenth of what the page brings.
const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null;
const isPut = (x: unknown): x is Put => isObject(x) && typeof x.field === 'string' && isFieldKey(x.field) && typeof x.text === 'string';

/** The fields a cure that is followed writes down for the stage that carries it out; all empty where it has no figure to fill in. */
export function proposalEntries(cause: Pick<Explained, 'name' | 'for'>, prediction: Prediction): Put[] {
  const { proposal, words } = prediction;
  const because = joined([cause.name, ...cause.for.slice(0, 1).map((s) => s.words)], '. ');
  return proposedEntries(proposal && { stage: proposal.stage, puts: proposal.puts, words, because });
}

/** What is proposed to a stage as it is written down, unanswered; all empty where nothing is. */
export const proposedEntries = (of: Pick<CureProposal, 'stage' | 'words' | 'because' | 'puts'> | null | undefined): Put[] => [
  { field: 'proposal.stage', text: of?.stage ?? '' },
  { field: 'proposal.words', text: of ? keptWords(of.words) : '' },
  { field: 'proposal.because', text: of ? keptWords(of.because) : '' },
  { field: 'proposal.puts', text: of ? JSON.stringify(of.puts) : '' },
  { field: 'proposal.answer', text: '' },
  { field: 'proposal.why', text: '' },
];

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};

/** A sentence as it is written down: with its figures apart, so that it is read back in the units shown then. */
export const keptWords = (said: Said): string => (typeof said === 'string' ? said : JSON.stringify(said));

/** A sentence written down; one of before figures were kept apart is read as it stands. */
function keptIn(text: string): Said {
  const read = text.startsWith('[') ? parsed(text) : null;
  return isSaid(read) ? read : text;
}

const same = (a: string, b: string) => a.trim() === b.trim() || (a !== '' && Number.parseFloat(a) === Number.parseFloat(b));

/** What was put in last where a proposal puts its figure: as set, else as fitted, else as wanted. */
function madeAt(entries: Entries, field: FieldKey): string {
  const key = /^wanted\.(.*)$/.exec(field)?.[1];
  const places = key ? [`set.as.${key}`, `fitted.${key}`, field] : [field];
  return places.map((p) => entryAt(entries, p)?.text ?? '').find((text) => text !== '') ?? '';
}

/** The proposal of the job; null where no cure with a figure is followed. */
export function proposalOf(entries: Entries): CureProposal | null {
  const stage = STAGES.find((s) => s === textOf(entries, 'proposal.stage'));
  const filled = parsed(textOf(entries, 'proposal.puts'));
  if (!stage || !Array.isArray(filled) || filled.length === 0 || !filled.every(isPut)) return null;
  const answer = choiceOf(entries, 'proposal.answer', PROPOSAL_ANSWERS);
  const isAsProposed = filled.every((p) => same(madeAt(entries, p.field), p.text));
  return {
    stage,
    words: keptIn(textOf(entries, 'proposal.words')),
    because: keptIn(textOf(entries, 'proposal.because')),
    puts: filled,
    state: answer === null ? 'open' : answer === 'refused' ? 'refused' : isAsProposed ? 'taken' : 'changed',
    why: textOf(entries, 'proposal.why'),
  };
}

/** Where the rebuild is signed already, what was wanted of it is set on the finished machine instead. */
export const putsAtSet = (of: CureProposal): Put[] =>
  of.puts.map((p) => ({ ...p, field: p.field.replace(/^wanted\./, 'set.as.') as FieldKey })).filter((p) => isFieldKey(p.field));

/** One adjuster pulled two ways by what was told. */
export interface Pull {
  what: string;
  /** What asks for it more open, and what for it more shut: complaints in the words they were told in. */
  open: string[];
  shut: string[];
}

const WORDS: Readonly<Record<string, string>> = COMPLAINT_PHRASES;
const ADJUSTERS = { compression: 'compression', highCompression: 'high-speed compression', rebound: 'rebound' } as const;

/**
 * Complaints that pull apart: by each, the likeliest cause it points to wants the same adjuster turned the other way. Said, so that nobody cures one by the other.
 * @param reasoned causes in the order of their weight
 */
export function pullsOf(reasoned: Pick<Reasoned, 'told' | 'causes'>): Pull[] {
  const pulls = new Map<string, Pull>();
  const at = (end: End, adjuster: keyof typeof ADJUSTERS) => {
    const what = `${END_NAMES[end]} ${ADJUSTERS[adjuster]}`;
    const pull = pulls.get(what) ?? { what, open: [], shut: [] };
    pulls.set(what, pull);
    return pull;
  };
  for (const told of reasoned.told)
    for (const end of ENDS.filter((e) => told.end === '' || told.end === 'both' || told.end === e)) {
      const cause = reasoned.causes.find(
        (c) => c.end === end && c.page.complaints.some((x) => x.id === told.phrase && x.at === 'same') && turnedBy(c),
      );
      const turn = cause && turnedBy(cause);
      if (!turn) continue;
      const side = at(end, turn.adjuster)[turn.by > 0 ? 'open' : 'shut'];
      const words = (WORDS[told.phrase] ?? told.phrase).toLowerCase();
      if (!side.includes(words)) side.push(words);
    }
  return [...pulls.values()].filter((p) => p.open.length > 0 && p.shut.length > 0);
}

/** The clicker a cause's first cure turns; null where its first cure is another. */
const turnedBy = (cause: Explained): Extract<Effect, { kind: 'clicks' }> | null => {
  const effect = cause.page.cures[0]?.effect;
  return effect?.kind === 'clicks' ? effect : null;
};
