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

/** Its script did not come: a computer that was just begun anew, or a program that is no more. */
class CodeMissing extends Error {}

function begun<Api>(worker: Worker) {
  const remote = wrap<Api>(worker);
  const broken = new Promise<never>((_, refuse) => {
    worker.onerror = (event) => {
      event.preventDefault();
      refuse(event.message ? new Error(words(event.message)) : new CodeMissing(`${BROKE}, or its code did not arrive.`));
    };
    worker.onmessageerror = () => refuse(new Error(`${BROKE}: its answer could not be read.`));
  });
  // Nobody may be asking when it dies; whoever asks next is told.
  broken.catch(() => undefined);
  return {
    ask: <Answer>(question: (worker: Remote<Api>) => Promise<Answer>) => Promise.race([question(remote), broken]),
    end: () => worker.terminate(),
  };
}

/** What is waited before code that did not come is asked for once more, ms. */
const AGAIN_MS = 1000;

/** The one way to call a worker. @param start makes it; asked once more where its code did not come, for a shop's computer begun anew drops one request */
export function working<Api>(start: () => Worker): Working<Api> {
  let at = begun<Api>(start());
  let again: Promise<void> | null = null;
  let isEnded = false;
  const anew = async () => {
    at.end();
    await new Promise((done) => setTimeout(done, AGAIN_MS));
    if (!isEnded) at = begun<Api>(start());
  };
  return {
    ask: async (question) => {
      try {
        return await at.ask(question).catch(async (e: unknown) => {
          if (!(e instanceof CodeMissing) || isEnded) throw e;
          await (again ??= anew());
          return at.ask(question);
        });
      } catch (e) {
        // The page looks whether the program was renewed (ui/kit/renewed.ts).
        if (e instanceof CodeMissing) globalThis.dispatchEvent(new Event(CODE_GONE));
        throw new Error(words(failureWords(e)), { cause: e });
      }
    },
    end: () => {
      isEnded = true;
      at.end();
    },
  };
}

/** A turn of the worker's loop: what was asked meanwhile is heard before the work goes on. */
export const turn = (): Promise<void> => new Promise((done) => setTimeout(done, 0));
