/** Asks the server for what came, one question at a time. */

/** Longest between two questions after one that was not answered [ms]. */
const LONGEST = 15_000;
const FIRST = 1000;

export interface PullerPorts {
  /** @returns whether there was an answer */
  readonly ask: () => Promise<boolean>;
  readonly pause: (ms: number, then: () => void) => () => void;
}

/** `pull` whenever something may have come; what was told of and could not be had is asked for again by itself. */
export function makePuller({ ask, pause }: PullerPorts) {
  let asking = false;
  let again = false;
  let failures = 0;
  let cancel: (() => void) | undefined;
  let stopped = false;

  async function pull(): Promise<void> {
    cancel?.();
    // What is told while it is asked is asked for once more, and once.
    again = asking;
    if (asking) return;
    asking = true;
    let isAnswered: boolean;
    do {
      again = false;
      isAnswered = await ask();
    } while (again && !stopped);
    asking = false;
    if (isAnswered) failures = 0;
    else if (!stopped)
      cancel = pause(Math.min(LONGEST, FIRST * 2 ** failures++), () => void pull());
  }

  return {
    pull,
    stop: () => {
      stopped = true;
      cancel?.();
    },
  };
}
