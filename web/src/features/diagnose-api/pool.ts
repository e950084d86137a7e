import "server-only";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { Piscina } from "piscina";
import type { Diagnosed } from "@/workers/diagnose.task";

/** One processor is left to the server, and saves. */
const THREADS = Math.max(1, availableParallelism() - 1);
/** Requests that may wait for a thread; more are sent away at once. */
const MOST_WAITING = 32;
/** A case that takes longer is given up, and its thread with it [ms]. */
const LONGEST = 30_000;

const shared = globalThis as typeof globalThis & { yardDiagnoses?: Piscina };

/** `npm start` bundles it beside the application: scripts/parts/web.mjs. */
const pool = () =>
  (shared.yardDiagnoses ??= new Piscina({
    filename: join(process.cwd(), "dist/diagnose.task.mjs"),
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  }));

/** Why there is no answer. */
export type NotDone = "busy" | "too-long";

/** Diagnoses a body on another thread. */
export async function diagnosed(text: string): Promise<Diagnosed | NotDone> {
  const limit = AbortSignal.timeout(LONGEST);
  try {
    return (await pool().run(text, { signal: limit })) as Diagnosed;
  } catch (error) {
    if (limit.aborted) return "too-long";
    if (error instanceof Error && /queue/i.test(error.message)) return "busy";
    throw error;
  }
}
