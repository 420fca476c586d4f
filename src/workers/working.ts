/** Every worker has its end: an answer, or words for why there is none. */

const BROKE = 'The computation broke off';

/** Calls `failed` once where a worker cannot be started, dies, or sends what cannot be read. */
export function onWorkerFailure(worker: Worker, failed: (message: string) => void): void {
  worker.onerror = (event) => {
    event.preventDefault();
    failed(event.message ? `${BROKE}: ${event.message}` : `${BROKE}, or its code did not arrive.`);
  };
  worker.onmessageerror = () => failed(`${BROKE}: its answer could not be read.`);
}

export const brokeWords = (message: string): string => (message.startsWith(BROKE) ? message : `${BROKE}: ${message}`);
