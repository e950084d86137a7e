/** Who works a Board out: a worker in the browser; a test puts its own in its place. */
import type { BoardOutcome } from "@yard-tack/core/board";
import { type Remote, wrap } from "comlink";
import type { BoardWorker } from "@/workers/board.worker";
import type { BoardAsked } from "./use-board";

export interface BoardService {
  /** Fails when the worker threw, or ended. */
  readonly work: (asked: BoardAsked) => Promise<BoardOutcome>;
  readonly end: () => void;
}

/** A worker of its own. */
export function makeBoardWorker(): BoardService {
  const worker = new Worker(new URL("../../workers/board.worker.ts", import.meta.url), {
    type: "module",
  });
  const remote: Remote<BoardWorker> = wrap<BoardWorker>(worker);
  // A worker that cannot be loaded answers nothing at all: its error event is the answer.
  const broke = new Promise<never>((_, fail) => {
    worker.addEventListener("error", (event) =>
      fail(new Error(event.message || "The part that works it out could not be started.")),
    );
  });
  broke.catch(() => undefined);
  return {
    work: (asked) =>
      Promise.race([
        broke,
        "visit" in asked
          ? remote.boardOfVisit(asked.visit, asked.units)
          : remote.boardOf(asked.json, asked.units),
      ]),
    end: () => worker.terminate(),
  };
}
