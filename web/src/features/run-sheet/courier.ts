/**
 * Carries what one sheet kept to the server: entries by the batch, pictures one at a time.
 *
 * A failed send is repeated after a pause that grows; a refusal (signed sheet, no such sheet) is
 * said and not repeated: the entries stay on the device.
 */
export type CourierState =
  | { readonly kind: "keeping" }
  | { readonly kind: "sent"; readonly at: string | null }
  | { readonly kind: "sending"; readonly count: number }
  | { readonly kind: "waiting"; readonly count: number }
  | { readonly kind: "refused"; readonly count: number; readonly message: string };

export interface CourierPorts<T> {
  readonly waiting: () => Promise<readonly T[]>;
  /** How many go at a time. */
  readonly batch: number;
  readonly acknowledged: (ids: readonly string[]) => Promise<void>;
  readonly post: (
    batch: readonly T[],
  ) => Promise<
    | { readonly ok: true; readonly kept: readonly string[] }
    | { readonly ok: false; readonly status: number; readonly message: string }
  >;
  readonly now: () => string;
  readonly pause: (ms: number, then: () => void) => () => void;
  readonly tell: (state: CourierState) => void;
}

/** A pause by the device's own timer. */
export const pauseFor: CourierPorts<unknown>["pause"] = (ms, then) => {
  const timer = setTimeout(then, ms);
  return () => clearTimeout(timer);
};

const PAUSES_MS = [1000, 2000, 4000, 8000, 15000] as const;

/** A courier for one sheet. `nudge` after each new entry; `stop` when the sheet is left. */
export function makeCourier<T>(ports: CourierPorts<T>) {
  let running = false;
  let again = false;
  let failures = 0;
  let stopped = false;
  let cancelPause: (() => void) | undefined;

  async function round(): Promise<void> {
    const batch = (await ports.waiting()).slice(0, ports.batch);
    if (batch.length === 0) {
      ports.tell({ kind: "sent", at: ports.now() });
      return;
    }
    ports.tell({ kind: "sending", count: batch.length });
    const answer = await ports.post(batch);
    if (answer.ok) {
      failures = 0;
      await ports.acknowledged(answer.kept);
      again = true;
      return;
    }
    const isFinal =
      answer.status >= 400 && answer.status < 500 && answer.status !== 408 && answer.status !== 429;
    if (isFinal) {
      ports.tell({ kind: "refused", count: batch.length, message: answer.message });
      return;
    }
    ports.tell({ kind: "waiting", count: batch.length });
    const pause = PAUSES_MS[Math.min(failures, PAUSES_MS.length - 1)] ?? 15000;
    failures++;
    if (!stopped) cancelPause = ports.pause(pause, () => void nudge());
  }

  async function nudge(): Promise<void> {
    cancelPause?.();
    if (running) {
      again = true;
      return;
    }
    running = true;
    try {
      do {
        again = false;
        await round();
      } while (again && !stopped);
    } finally {
      running = false;
    }
  }

  return {
    nudge,
    stop: () => {
      stopped = true;
      cancelPause?.();
    },
  };
}
