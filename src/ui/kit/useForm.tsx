'use client';
import { useEffect, useRef, useState } from 'react';
import type { ZodType } from 'zod';
import type { Said } from '@/core/units/say';
import { doneAnswer } from '@/schema/answers';
import { useSaid } from './preferences';
import { beforeRenewal, keepTyped, takeTyped } from './renewed';
import { post, type Posted, sendBytes } from './send';

export type Refusal = Extract<Posted<never>, { ok: false }>;
type Path = readonly (string | number)[];

/** What a plain field needs of a form: its text, what is done when it changes, and what is wrong with it. */
export interface FormField {
  value: string;
  onChange(text: string): void;
  problem: string | null;
}

export interface Form<T extends object> {
  typed: T;
  put(change: Partial<T> | ((before: T) => Partial<T>)): void;
  /** A text of the form, as PlainField takes it. */
  field(key: keyof T & string): FormField;
  /** What is wrong at one field; null where nothing is. */
  at(key: string): string | null;
  /** What is wrong with the whole of it: everything refused that no field of the form stands for. */
  whole: string | null;
  /** Refuses before anything is sent: at a field, or the whole by ''. */
  refuse(field: string, words: Said): null;
  /** Sends it, or a file; what came back in the shape of its answer, or null where it was refused and now says so at its field, in other words where `onRefused` gives them. */
  send(url: string, body: object): Promise<object | null>;
  send<V>(url: string, body: object, answer: ZodType<V>, onRefused?: (refusal: Refusal) => Said | void): Promise<V | null>;
  busy: boolean;
  clear(): void;
}

/** The field of the form that a refusal's path names, from its end: ["page", "figures", "oil"] is "oil" where the form has one. */
const fieldNamed = (path: Path, keys: readonly string[]): string =>
  [...path]
    .reverse()
    .map(String)
    .find((p) => keys.includes(p)) ?? '';

/** What is typed stands again after a renewed program had the page loaded anew. */
function useOverRenewal<T extends object>(blank: T, typed: T, setTyped: (put: (before: T) => T) => void): void {
  const now = useRef({ blank, typed });
  useEffect(() => {
    now.current = { blank, typed };
  });
  useEffect(() => {
    const name = Object.keys(now.current.blank).join(' ');
    const kept = takeTyped(name);
    // Fields of the form alone, each of its own kind.
    if (kept)
      setTyped((before) => ({
        ...before,
        ...Object.fromEntries(
          Object.entries(kept).filter(([key, v]) => Object.hasOwn(before, key) && typeof v === typeof before[key as keyof T]),
        ),
      }));
    return beforeRenewal(() => {
      const { blank: first, typed: last } = now.current;
      if (JSON.stringify(first) !== JSON.stringify(last)) keepTyped(name, last);
    });
  }, [setTyped]);
}

/**
 * A form that is sent as a whole: its texts, the refusal at the field its path names, and one request at a time. What goes field by field is the field store's (decision 0002).
 * @param blank what stands in it at first, and its fields
 * @param keyOf from a refusal's path to the field, where the names are not the same
 */
export function useForm<T extends object>(
  blank: T,
  keyOf: (path: Path) => string = (path) => fieldNamed(path, Object.keys(blank)),
): Form<T> {
  const [typed, setTyped] = useState(blank);
  const [problem, setProblem] = useState<{ field: string; words: Said } | null>(null);
  const inUnits = useSaid();
  useOverRenewal(blank, typed, setTyped);
  const [busy, setBusy] = useState(false);
  const put: Form<T>['put'] = (change) =>
    setTyped((before) => ({ ...before, ...(typeof change === 'function' ? change(before) : change) }));
  const at = (key: string) => (problem?.field === key ? inUnits(problem.words) : null);
  const refuse = (field: string, words: Said) => {
    setProblem({ field, words });
    return null;
  };
  function send(url: string, body: object): Promise<object | null>;
  function send<V>(url: string, body: object, shape: ZodType<V>, onRefused?: (refusal: Refusal) => Said | void): Promise<V | null>;
  async function send(
    url: string,
    body: object,
    shape: ZodType = doneAnswer,
    onRefused: (refusal: Refusal) => Said | void = () => {},
  ): Promise<unknown> {
    setProblem(null);
    setBusy(true);
    const answer = await (body instanceof Blob ? sendBytes(url, body, shape) : post(url, body, shape));
    setBusy(false);
    if (answer.ok) return answer.value;
    return refuse(keyOf(answer.path), onRefused(answer) ?? answer.words);
  }
  return {
    typed,
    put,
    at,
    refuse,
    busy,
    whole: problem !== null && !Object.hasOwn(typed, problem.field) ? inUnits(problem.words) : null,
    field: (key) => ({ value: String(typed[key] ?? ''), onChange: (text) => put({ [key]: text } as Partial<T>), problem: at(key) }),
    clear: () => {
      setProblem(null);
      setTyped(blank);
    },
    send,
  };
}

/** What is wrong with a whole form, under it. */
export const FormProblem = ({ of }: { of: { whole: string | null } }) => (of.whole ? <p role="alert">▲ {of.whole}</p> : null);
