import { v4 } from 'uuid';
import type { Entry } from '@/catalogue/entry';
import type { Said } from '@/core/units/say';

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
export const post = <T>(url: string, body: unknown): Promise<Posted<T>> =>
  posted<T>(url, { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** The same with a picture, a recording or a file as the body. */
export const sendBytes = <T>(url: string, body: Blob): Promise<Posted<T>> => posted<T>(url, { body });

async function posted<T>(url: string, what: Pick<RequestInit, 'headers' | 'body'>): Promise<Posted<T>> {
  try {
    const answer = await fetch(url, { method: 'POST', ...what, headers: { ...what.headers, 'x-mavrin-tab': TAB } });
    // An answer cut off half way, as by a reload, is no answer: what was sent is kept and sent again.
    const said = (await answer.json()) as {
      error?: {
        code?: string;
        message: string;
        said?: Said;
        path?: (string | number)[];
        data?: Record<string, unknown>;
        all?: { said?: Said; message: string; path: (string | number)[] }[];
        there?: Entry;
      };
    } & T;
    if (answer.ok) return { ok: true, value: said };
    const words = said.error?.said ?? said.error?.message ?? `The shop’s computer answered with an error (${answer.status}).`;
    const { code, there, data, all, path = [] } = said.error ?? {};
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
