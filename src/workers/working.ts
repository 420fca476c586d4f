import { type Remote, wrap } from 'comlink';

const BROKE = 'The computation broke off';
const words = (message: string): string => (message.startsWith(BROKE) ? message : `${BROKE}: ${message}`);

/** Told to the page where the code of a worker did not arrive. */
export const CODE_GONE = 'mavrin-code-gone';

/** What a failure says for itself. */
export const failureWords = (e: unknown): string => (e instanceof Error ? e.message : String(e));

/** A worker at work. Everything asked of it has its end: an answer, or words for why there is none. */
export interface Working<Api> {
  /** Rejects, with words, where the worker cannot be started, dies, breaks in its work or sends what cannot be read. */
  ask<Answer>(question: (worker: Remote<Api>) => Promise<Answer>): Promise<Answer>;
  /** Lets the worker go; what was asked and not answered stays so. */
  end(): void;
}

/** The one way to call a worker. */
export function working<Api>(worker: Worker): Working<Api> {
  const remote = wrap<Api>(worker);
  const broken = new Promise<never>((_, refuse) => {
    worker.onerror = (event) => {
      event.preventDefault();
      // Its script did not come: the page looks whether the program was renewed (ui/kit/renewed.ts).
      if (!event.message) globalThis.dispatchEvent(new Event(CODE_GONE));
      refuse(new Error(event.message ? words(event.message) : `${BROKE}, or its code did not arrive.`));
    };
    worker.onmessageerror = () => refuse(new Error(`${BROKE}: its answer could not be read.`));
  });
  // Nobody may be asking when it dies; whoever asks next is told.
  broken.catch(() => undefined);
  return {
    ask: (question) =>
      Promise.race([question(remote), broken]).catch((e: unknown) => {
        throw new Error(words(failureWords(e)));
      }),
    end: () => worker.terminate(),
  };
}

/** A turn of the worker's loop: what was asked meanwhile is heard before the work goes on. */
export const turn = (): Promise<void> => new Promise((done) => setTimeout(done, 0));
