/**
 * Carries what one sheet kept to the server: entries by the batch, pictures one at a time.
 *
 * A failed send is repeated after a pause that grows. What the server refuses is handed over one by one,
 * to be set aside, and the rest goes on; only when the sheet itself is refused does everything stay.
 */
import { isFinal } from "./final";
import type { RefusedOne } from "./post";

export type CourierState =
  /** What is on this device has not been looked at yet. */
  | { readonly kind: "looking" }
  | { readonly kind: "keeping" }
  | { readonly kind: "sent"; readonly at: string | null }
  | { readonly kind: "sending"; readonly count: number }
  | { readonly kind: "waiting"; readonly count: number }
  /** The device keeps nothing: what is on the screen is nowhere else. */
  | { readonly kind: "not-kept"; readonly count: number }
  /** Nobody is signed in here: it goes when somebody is again. */
  | { readonly kind: "signed-out"; readonly count: number }
  | { readonly kind: "refused"; readonly count: number; readonly message: string };

/** What was kept and what was refused of a batch. */
interface Taken {
  readonly ok: true;
  readonly kept: readonly { readonly id: string; readonly order: number | null }[];
  readonly refused: readonly RefusedOne[];
}

export interface CourierPorts<T> {
  /** What still has to go, in order. */
  readonly waiting: () => Promise<readonly T[]>;
  /** How many go at a time. */
  readonly batch: number;
  readonly acknowledged: (kept: Taken["kept"]) => Promise<void>;
  /** Sets aside what the server does not take, so that it is not sent again. */
  readonly refused: (refused: Taken["refused"]) => Promise<void>;
  readonly post: (
    batch: readonly T[],
  ) => Promise<Taken | { readonly ok: false; readonly status: number; readonly message: string }>;
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
  let sentAt: string | null = null;
  let stopped = false;
  let cancelPause: (() => void) | undefined;

  async function round(): Promise<void> {
    const batch = (await ports.waiting()).slice(0, ports.batch);
    if (batch.length === 0) {
      ports.tell({ kind: "sent", at: sentAt });
      return;
    }
    ports.tell({ kind: "sending", count: batch.length });
    const answer = await ports.post(batch);
    if (answer.ok) {
      await ports.acknowledged(answer.kept);
      if (answer.kept.length > 0) sentAt = ports.now();
      if (answer.refused.length > 0) await ports.refused(answer.refused);
      // An answer that names nothing would be asked for ever.
      const moved = answer.kept.length + answer.refused.length > 0;
      if (moved) failures = 0;
      else later(batch.length);
      again = moved;
      return;
    }
    if (answer.status === 401) {
      later(batch.length, "signed-out");
      return;
    }
    if (isFinal(answer.status)) {
      ports.tell({ kind: "refused", count: batch.length, message: answer.message });
      return;
    }
    later(batch.length);
  }

  function later(count: number, kind: "waiting" | "signed-out" = "waiting"): void {
    ports.tell({ kind, count });
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
    } catch {
      // The device failed under it: what was not sent is tried again.
      later(0);
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
