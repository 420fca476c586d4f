import { v4 } from 'uuid';
import type { Entry } from '@/catalogue/entry';
import type { ZodType } from 'zod';
import type { Said } from '@/core/units/say';
import { refusalAnswer } from '@/schema/answers';

/** One of several things wrong with what was sent. */
export interface Fault {
  words: Said;
  path: (string | number)[];
}

export type Posted<T> =
  | { ok: true; value: T }
  | {
      ok: false;
      words: Said;
      path: (string | number)[];
      unreachable: boolean;
      code?: string;
      figures?: Record<string, unknown>;
      all?: Fault[];
      there?: Entry;
    };

/** This page among all that are open: what it wrote itself it need not hear. */
export const TAB = v4();

/** Posts to one of the shop's own routes; a lost server and a refusal are told apart. */
export const post = <T>(url: string, body: unknown, answer: ZodType<T>): Promise<Posted<T>> =>
  once(url, JSON.stringify(body), (key, text) =>
    posted(url, { headers: { 'content-type': 'application/json', 'x-mavrin-delivery': key }, body: text }, answer),
  );

/** The keys of what is on its way, or came to no answer: pressed twice, or sent again, it is the same sending. */
const onItsWay = new Map<string, string>();

async function once<T>(url: string, text: string, send: (key: string, text: string) => Promise<Posted<T>>): Promise<Posted<T>> {
  const what = `${url} ${text}`;
  const key = onItsWay.get(what) ?? v4();
  onItsWay.set(what, key);
  const answer = await send(key, text);
  if (answer.ok || !answer.unreachable) onItsWay.delete(what);
  return answer;
}

/** The same with a picture, a recording or a file as the body. */
export const sendBytes = <T>(url: string, body: Blob, answer: ZodType<T>): Promise<Posted<T>> => posted(url, { body }, answer);

/** What was asked is done, but this page does not know the answer: a newer build is beneath it. */
const NOT_AS_EXPECTED = 'It is done, but the answer is not what this page expects. Load the page anew.';

async function posted<T>(url: string, what: Pick<RequestInit, 'headers' | 'body'>, shape: ZodType<T>): Promise<Posted<T>> {
  try {
    const answer = await fetch(url, { method: 'POST', ...what, headers: { ...what.headers, 'x-mavrin-tab': TAB } });
    // An answer cut off half way, as by a reload, is no answer: what was sent is kept and sent again.
    const said: unknown = await answer.json();
    if (answer.ok) {
      const value = shape.safeParse(said);
      return value.success ? { ok: true, value: value.data } : { ok: false, words: NOT_AS_EXPECTED, path: [], unreachable: false };
    }
    const { error } = refusalAnswer.safeParse(said).data ?? {};
    const words = error?.said ?? error?.message ?? `The shop’s computer answered with an error (${answer.status}).`;
    const { code, there, data, all, path = [] } = error ?? {};
    return {
      ok: false,
      words,
      path, // Signed out, what was typed waits until somebody signs in.
      unreachable: answer.status >= 500 || code === 'signed-out',
      ...(code ? { code } : {}),
      ...(data ? { figures: data } : {}),
      ...(all ? { all: all.map((a) => ({ words: a.said ?? a.message, path: a.path })) } : {}),
      ...(there ? { there } : {}),
    };
  } catch {
    return {
      ok: false,
      words: 'The shop’s computer does not answer. Nothing typed is lost; try again in a moment.',
      path: [],
      unreachable: true,
    };
  }
}
