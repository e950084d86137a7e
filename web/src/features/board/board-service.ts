/** Who works a Board out: a worker in the browser; a test puts its own in its place. */
import type { BoardOutcome } from "@yard-tack/core/board";
import type { BoardWorker } from "@/workers/board.worker";
import type { BoardAsked } from "./use-board";
import { workerOf } from "./worker-of";

export interface BoardService {
  /** Fails when the worker threw, or ended. */
  readonly work: (asked: BoardAsked) => Promise<BoardOutcome>;
  readonly end: () => void;
}

/** A worker of its own. */
export function makeBoardWorker(): BoardService {
  const { remote, answered, end } = workerOf<BoardWorker>(
    new Worker(new URL("../../workers/board.worker.ts", import.meta.url), { type: "module" }),
  );
  return {
    work: (asked) =>
      answered<BoardOutcome>(
        "visit" in asked
          ? remote.boardOfVisit(asked.visit, asked.units)
          : remote.boardOf(asked.json, asked.units),
      ),
    end,
  };
}
