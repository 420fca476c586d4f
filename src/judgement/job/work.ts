import { entryAt, type Entries } from '@/catalogue/entry';
import { fieldDef } from '@/catalogue/fields';
import { askFields, type StepAsk, type TakenProcedure } from '@/knowledge/procedures/procedure';
import { itemNumbers, numberOf, textOf } from '../model/read';

export type StepState = 'open' | 'done' | 'passed';

export interface StepLine {
  /** Counts the steps from 1, as their entries do. */
  step: number;
  title: string;
  state: StepState;
  who: string;
  seconds: number;
  /** Asked for at this step and not written down. */
  unanswered: string[];
}

/** What an ask is called: its own label, or that of the field of the job with whether it is as found or as fitted. */
export function askLabel(ask: StepAsk): string {
  if (ask.kind !== 'field') return ask.label;
  const { label } = fieldDef(ask.field);
  if (ask.field.startsWith('found.')) return `${label}, as found`;
  return ask.field.startsWith('fitted.') ? `${label}, as set` : label;
}

/** Each step of a procedure as far as it got. */
export function stepLines(entries: Entries, { n, procedure }: TakenProcedure): StepLine[] {
  return procedure.steps.map((s, i) => {
    const at = `work.${n}.${i + 1}` as const;
    const state = textOf(entries, `${at}.done`);
    const open = askFields(n, i + 1, s.asks)
      .filter(({ field }) => (entryAt(entries, field)?.text ?? '') === '')
      .map(({ ask }) => askLabel(ask));
    if (s.choice && textOf(entries, `${at}.pick`) === '') open.unshift(s.choice.question);
    return {
      step: i + 1,
      title: s.title,
      state: state === 'done' || state === 'passed' ? state : 'open',
      who: textOf(entries, `${at}.who`),
      seconds: numberOf(entries, `${at}.seconds`) ?? 0,
      unanswered: open,
    };
  });
}

export const isAside = (entries: Entries, n: number): boolean => textOf(entries, `work.${n}.aside`) === 'yes';

/** The first step neither done nor passed over; null when all are. */
export const openStep = (lines: readonly StepLine[]): number | null => lines.find((l) => l.state === 'open')?.step ?? null;

/** Time at the bench over all procedures of the job, s. */
export const secondsAtBench = (entries: Entries, taken: readonly TakenProcedure[]): number =>
  taken.flatMap((t) => stepLines(entries, t)).reduce((sum, l) => sum + l.seconds, 0);

export interface PhotoEntry {
  n: number;
  key: string;
  caption: string;
  step: string;
}

/** The job's photos in the order taken; one taken out has no key any more. */
export const photosOf = (entries: Entries): PhotoEntry[] =>
  itemNumbers(entries, 'photo').flatMap((n) => {
    const key = textOf(entries, `photo.${n}.key`);
    return key === '' ? [] : [{ n, key, caption: textOf(entries, `photo.${n}.caption`), step: textOf(entries, `photo.${n}.step`) }];
  });

export interface VoiceEntry {
  n: number;
  key: string;
  seconds: number | null;
  step: string;
}

/** The job's voice notes in the order spoken; one taken out has no key any more. */
export const voicesOf = (entries: Entries): VoiceEntry[] =>
  itemNumbers(entries, 'voice').flatMap((n) => {
    const key = textOf(entries, `voice.${n}.key`);
    return key === '' ? [] : [{ n, key, seconds: numberOf(entries, `voice.${n}.seconds`), step: textOf(entries, `voice.${n}.step`) }];
  });

/** "1:05:20" of hours, or "12:40". */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  const two = (x: number) => String(x).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}
