import { type Said, say } from '@/core/units/say';
import { type Entries, type Entry, entryAt, isUnusual, readEntry, recorded, withUnit } from '@/catalogue/entry';
import { fieldDef, type FieldKey, isFieldKey } from '@/catalogue/fields';
import { unlikeBeside } from '@/catalogue/pairs';
import { issueWords } from '@/schema/words';
import { v4 } from 'uuid';
import { SentLately } from './sentLately';
import { DiskMarks } from './diskMarks';
import { keptList, keptTexts, type Leftover, readKept, Shelf } from './kept';
import { type Draft, type FieldState, NOTHING, type Options, type Outgoing, type Saving } from './fieldState';
import type { Origin } from '@/schema/pages';
import type { System } from '@/catalogue/system';

const RETRY_MS = 3000;

/**
 * The fields of one page: what is recorded, what is being typed, and what waits to be sent. Components subscribe field by field, so that a
 * keystroke renders one field and the figures that follow from it.
 */
export class FieldStore {
  private entries: Record<string, Entry>;
  /** What the server is known to hold: a refusal goes back to this. */
  private acknowledged: Record<string, Entry>;
  private typed: Record<string, Entry> = {};
  private drafts = new Map<FieldKey, Draft>();
  private states = new Map<string, FieldState>();
  private listeners = new Set<() => void>();
  private queue: Outgoing[] = [];
  private readonly disk: DiskMarks;
  private sending: Promise<void> | null = null;
  private live: Entries | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private readonly shelf: Shelf;
  private readonly sent: SentLately;
  /** What was kept and cannot be resumed, to be typed again or dropped. */
  leftovers: readonly Leftover[] = [];
  private origins: Readonly<Record<string, Origin>>;
  saving: Saving = 'saved';
  savedAt: string | null = null;
  system: System = 'metric';

  constructor(private readonly options: Options) {
    this.entries = Object.fromEntries(recorded(options.entries).map((e) => [e.field, e]));
    this.acknowledged = { ...this.entries };
    this.origins = options.origins ?? {};
    this.shelf = new Shelf(options.storageKey ?? null);
    this.sent = new SentLately(this.shelf);
    this.system = options.system ?? 'metric';
    this.disk = new DiskMarks(options.onDisk, (fields) => {
      for (const field of fields) this.states.delete(field);
      for (const listener of this.listeners) listener();
    });
  }

  /** Whether everything written on this page would outlive a power cut. */
  get isOnDisk(): boolean {
    return this.disk.isAll;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private changed(field: FieldKey | null): void {
    if (field !== null) this.states.delete(field);
    this.live = null;
    for (const listener of this.listeners) listener();
  }

  /** Takes up what a reload or a lost server left waiting; what cannot be taken up is laid aside, never lost and never in the way. Call once, in the browser. */
  resume = (): void => {
    this.resumeSent();
    const typing = readKept(this.shelf.get('typing'), keptTexts);
    const waiting = readKept(this.shelf.get('waiting'), keptList);
    const isKnown = <K extends { field: string }>(kept: K): kept is K & { field: FieldKey } => isFieldKey(kept.field);
    const aside = [...typing.found, ...waiting.found].filter((kept) => !isKnown(kept));
    this.layAside([...aside, ...typing.torn, ...waiting.torn]);
    for (const { field, text } of typing.found.filter(isKnown)) this.type(field, text);
    for (const kept of waiting.found.filter(isKnown)) {
      const read = readEntry(fieldDef(kept.field), kept.text, kept.unit);
      if (read.ok) this.entries[kept.field] = { field: kept.field, at: null, ...read.value };
      this.queue.push(kept);
    }
    this.keep();
    this.keepTyping();
    this.states.clear();
    this.changed(null);
    void this.flush();
  };

  private layAside(more: readonly Leftover[]): void {
    const before = readKept(this.shelf.get('aside'), keptList);
    this.leftovers = [...before.found, ...before.torn, ...more];
    if (this.leftovers.length > 0) this.shelf.put('aside', JSON.stringify(this.leftovers));
  }

  /** A text laid aside is typed elsewhere or not wanted. */
  dropLeftover = (index: number): void => {
    this.leftovers = this.leftovers.filter((_, i) => i !== index);
    this.shelf.put('aside', this.leftovers.length > 0 ? JSON.stringify(this.leftovers) : null);
    this.changed(null);
  };

  /** Acknowledged in the moment of a reload: the page may have been made just before it was recorded. */
  private resumeSent(): void {
    for (const entry of this.sent.all()) {
      const shown = this.entries[entry.field]?.at ?? '';
      if (shown >= (entry.at ?? '')) continue;
      this.accept(entry);
      this.savedAt = entry.at;
    }
  }

  private keepTyping(): void {
    const texts = Object.fromEntries([...this.drafts].map(([field, { text }]) => [field, text]));
    this.shelf.put('typing', this.drafts.size === 0 ? null : JSON.stringify(texts));
  }

  bareUnit = (field: FieldKey): string | undefined => {
    const def = fieldDef(field);
    if (def.kind === 'money') return this.options.currency;
    return def.kind === 'quantity' ? def.unit[this.system] : undefined;
  };

  /** The unit shown is the unit meant: what is being typed is read anew in the units now shown. */
  setSystem = (system: System): void => {
    if (this.system === system) return;
    this.system = system;
    for (const [field, { text }] of [...this.drafts]) this.type(field, text);
    this.states.clear();
    this.changed(null);
  };

  /** Entries with what is being typed in place: what results are computed from while the keys go down. */
  liveEntries = (): Entries => (this.live ??= { ...this.entries, ...this.typed });

  /** As it stands now; figures are remembered by the entries they are of, so that each asking has entries of its own. */
  recorded = (): Entries => ({ ...this.entries });

  stateOf = (field: FieldKey): FieldState => {
    let state = this.states.get(field);
    if (!state) {
      state = this.makeState(field);
      this.states.set(field, state);
    }
    return state;
  };

  private makeState(field: FieldKey): FieldState {
    const draft = this.drafts.get(field);
    const entry = this.typed[field] ?? this.entries[field];
    if (!draft && !entry) return NOTHING;
    const def = fieldDef(field);
    const typed = draft ? readEntry(def, draft.text, this.bareUnit(field)) : null;
    // The field shows what stands in it, asked about or not; the figures go by what is recorded or not in question.
    const [value, unit] = typed?.ok ? [typed.value.value, typed.value.unit] : [entry?.value ?? null, entry?.unit ?? null];
    const last = this.options.lastKnown && entryAt(this.options.lastKnown, field);
    const beside = unlikeBeside(field, value, this.entries);
    const question = beside
      ? `Is this right? Beside it stands ${withUnit(beside)}: ${beside.why}.`
      : isUnusual(def, value)
        ? `Is this right? It is unusual here.${last ? ` Last known: ${withUnit(last)}.` : ''}`
        : null;
    return {
      text: draft?.text ?? entry?.text ?? '',
      value,
      unit,
      problem: draft?.problem ?? null,
      readings: draft?.readings ?? null,
      question,
      asks: draft?.asks ?? false,
      theirs: draft?.theirs ?? null,
      kept: draft ? null : this.queue.some((q) => q.field === field) ? 'waiting' : this.disk.of(field),
    };
  }

  /** Possible, and unusual here or beside what stands next to it: recorded after a yes. */
  private isAskedAbout(field: FieldKey, value: number | null): boolean {
    return isUnusual(fieldDef(field), value) || unlikeBeside(field, value, this.entries) !== null;
  }

  /** A keystroke: the result follows at once where the text can be read; what cannot be read yet is not scolded before the field is left. */
  type = (field: FieldKey, text: string): void => {
    const def = fieldDef(field);
    const read = readEntry(def, text, this.bareUnit(field));
    if (read.ok && !this.isAskedAbout(field, read.value.value)) this.typed[field] = { field, at: null, ...read.value };
    else delete this.typed[field];
    // What somebody else wrote here is chosen or not; typing on is no answer.
    const { theirs, problem } = this.drafts.get(field) ?? {};
    this.drafts.set(field, { text, problem: null, ...(theirs ? { theirs, problem: problem ?? null } : {}) });
    this.keepTyping();
    this.changed(field);
  };

  /** The field is left: what can be read is recorded, by the instrument it was taken from, what cannot stays in the field with a sentence, and what is unusual with a question until somebody says yes. */
  commit = (field: FieldKey, isSure = false, takenFrom?: string): boolean => {
    const draft = this.drafts.get(field);
    if (!draft) return true;
    const device = takenFrom ?? draft.device;
    const unit = this.bareUnit(field);
    const def = fieldDef(field);
    const read = readEntry(def, draft.text, unit);
    if (!read.ok) {
      const { code, data } = read.issue;
      const readings = code === 'two-readings' && data ? { readings: [data.decimal, data.thousands] } : {};
      this.drafts.set(field, { text: draft.text, problem: say(issueWords(read.issue), this.system), ...readings });
      this.changed(field);
      return false;
    }
    if (draft.theirs && !isSure && draft.text !== draft.theirs.text) return false;
    const before = this.entries[field];
    const same = (before?.text ?? '') === draft.text && (before?.unit ?? null) === read.value.unit;
    if (!isSure && !same && this.isAskedAbout(field, read.value.value)) {
      this.drafts.set(field, { text: draft.text, problem: null, asks: true, ...(device ? { device } : {}) });
      this.changed(field);
      return false;
    }
    this.drafts.delete(field);
    this.keepTyping();
    delete this.typed[field];
    if (!same) {
      this.entries[field] = { field, at: null, ...read.value };
      if (this.options.send) this.enqueue({ field, text: draft.text, ...(unit ? { unit } : {}), ...(device ? { device } : {}) });
    }
    this.changed(field);
    return true;
  };

  /** Types and leaves the field in one go: choices, and values carried over. */
  put = (field: FieldKey, text: string, takenFrom?: string): void => {
    this.type(field, text);
    this.commit(field, true, takenFrom);
  };

  /**
   * Carries figures over: what stands so already is left alone, and on request whatever stands at all. Judged by what stands in each field at this moment, an unread text and
   * a keystroke no sentence has followed yet among it.
   * @returns how many fields it filled
   */
  fill = (puts: readonly { field: FieldKey; text: string }[], onlyEmpty = false): number => {
    const isOpen = (now: string, text: string) => (onlyEmpty ? now === '' && text !== '' : now !== text);
    const open = puts.filter(({ field, text }) => isOpen(this.stateOf(field).text, text));
    for (const { field, text } of open) this.put(field, text);
    return open.length;
  };

  /** Commits every field still being typed; false where one cannot be read. */
  commitAll = (): boolean => [...this.drafts.keys()].map((field) => this.commit(field)).every(Boolean);

  /** The first field that could not be recorded, in the order they were typed; null where all are. */
  unsettled = (): { field: string; text: string; why: string } | null => {
    for (const [field, { text, problem, asks }] of this.drafts)
      if (problem !== null || asks) return { field, text, why: problem ?? 'It is unusual here: say that it is right, or mend it.' };
    return null;
  };

  setProblem = (field: FieldKey, words: Said): void => {
    this.drafts.set(field, { text: this.stateOf(field).text, problem: say(words, this.system) });
    this.changed(field);
  };

  /** Whose figure this is, where it was taken from another machine of the model and stands unchanged. */
  originOf(field: FieldKey): string | null {
    const from = this.origins[field];
    return from && this.stateOf(field).text === from.text ? from.origin : null;
  }

  /** Takes figures of the model as the server recorded them. */
  acceptOfModel(taken: readonly (Entry & { origin: string })[]): void {
    for (const { origin, ...entry } of taken) {
      this.origins = { ...this.origins, [entry.field]: { text: entry.text, origin } };
      this.accept(entry);
    }
  }

  /** Puts in what the server recorded, for example by undoing. */
  accept = (entry: Entry): void => {
    this.stand(entry);
    this.sent.keep(entry);
  };

  /**
   * Takes up what somebody else wrote. What is on its way from here is left to the shop's computer, which asks; over what is being typed here nothing is written, both are shown.
   * @returns whether the field stands otherwise now
   */
  hear = (entry: Entry): boolean => {
    const { field, text, unit, at } = entry;
    const known = this.acknowledged[field];
    const isKnown = (known?.text ?? '') === text && (known?.unit ?? null) === unit;
    if (isKnown || (known?.at ?? '') > (at ?? '') || this.queue.some((q) => q.field === field)) return false;
    const draft = this.drafts.get(field);
    if (draft && draft.text !== text) {
      this.refuse(
        { field, text: draft.text },
        issueWords({ code: 'changed-elsewhere', data: { there: text === '' ? 'nothing' : withUnit(entry) } }),
        entry,
      );
      return false;
    }
    this.stand(entry);
    return true;
  };

  /** The fields as they stood at a moment: what is missing there was emptied, unless it was written since. */
  hearAll = (entries: Entries, readAt: string): void => {
    for (const entry of recorded(entries)) this.hear(entry);
    for (const { field, at } of Object.values(this.acknowledged))
      if (!entryAt(entries, field) && at !== null && at < readAt) this.hear({ field, text: '', unit: null, value: null, at: readAt });
  };

  private stand(entry: Entry): void {
    this.drafts.delete(entry.field);
    this.keepTyping();
    delete this.typed[entry.field];
    this.acknowledged[entry.field] = entry;
    if (entry.text === '') delete this.entries[entry.field];
    else this.entries[entry.field] = entry;
    this.changed(entry.field);
  }

  private enqueue(what: Outgoing): void {
    this.queue.push({ ...what, key: v4() });
    this.keep();
    void this.flush();
  }

  private keep(): void {
    this.shelf.put('waiting', this.queue.length > 0 ? JSON.stringify(this.queue) : null);
  }

  /** Sends what waits, one by one in order. Resolves when nothing more can be sent now. */
  flush = (): Promise<void> => (this.sending ??= this.sendAll().finally(() => (this.sending = null)));

  private async sendAll(): Promise<void> {
    const { send } = this.options;
    while (send && this.queue.length > 0) {
      const next = this.queue[0]!;
      this.note('saving');
      const answer = await send({ ...next, seen: this.acknowledged[next.field]?.text ?? '' });
      if (!answer.ok && 'unreachable' in answer) {
        this.note('waiting');
        this.retry ??= setTimeout(() => {
          this.retry = null;
          void this.flush();
        }, RETRY_MS);
        return;
      }
      this.queue.shift();
      this.keep();
      if (answer.ok) {
        this.savedAt = answer.entry.at;
        this.acknowledged[next.field] = answer.entry;
        this.disk.took(next.field, answer.entry.at);
        this.states.delete(next.field);
        this.sent.keep(answer.entry);
      }
      if (!answer.ok) this.refuse(next, answer.refused, answer.there);
    }
    this.note('saved');
  }

  private refuse({ field, text }: Outgoing, words: Said, there?: Entry): void {
    if (there) this.acknowledged[field] = there;
    const before = this.acknowledged[field];
    if (before) this.entries[field] = before;
    else delete this.entries[field];
    this.drafts.set(field, { text, problem: say(words, this.system), ...(there ? { theirs: there } : {}) });
    this.changed(field);
  }

  /** Of two who wrote: what the other wrote is taken, and what was typed here is let go. */
  takeTheirs = (field: FieldKey): void => {
    const theirs = this.drafts.get(field)?.theirs;
    if (theirs) this.accept(theirs);
  };

  private note(saving: Saving): void {
    if (this.saving === saving && saving !== 'saved') return;
    this.saving = saving;
    // No entry changed: what is worked out from them stands.
    for (const listener of this.listeners) listener();
  }

  /** True while nothing typed is unrecorded. */
  isSettled = (): boolean => this.queue.length === 0 && this.drafts.size === 0;
}
