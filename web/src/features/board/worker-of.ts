import { type Remote, wrap } from "comlink";

/** Somebody who works apart from the page. */
export interface Apart<T> {
  readonly remote: Remote<T>;
  /** An answer, or the reason that there will be none: a worker that cannot be loaded says nothing else. */
  readonly answered: <A>(answer: Promise<A>) => Promise<A>;
  readonly end: () => void;
}

export function workerOf<T>(worker: Worker): Apart<T> {
  const broke = new Promise<never>((_, fail) => {
    worker.addEventListener("error", (event) =>
      fail(new Error(event.message || "The part that works it out could not be started.")),
    );
  });
  broke.catch(() => undefined);
  return {
    remote: wrap<T>(worker),
    answered: (answer) => Promise.race([broke, answer]),
    end: () => worker.terminate(),
  };
}
