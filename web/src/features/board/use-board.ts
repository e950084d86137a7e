"use client";

import type { BoardView } from "@yard-tack/core/board";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { type Remote, wrap } from "comlink";
import { startTransition, useEffect, useRef, useState } from "react";
import type { BoardWorker } from "@/workers/board.worker";

export interface BoardState {
  readonly view: BoardView | null;
  /** The case could not be read; where and why. */
  readonly error: string | null;
  /** A newer case is being worked out. */
  readonly busy: boolean;
}

/** Works a case out in a worker; while one is under way only the newest of later ones is kept. */
export function useBoard(caseJson: unknown, places: unknown, units: UnitSystem): BoardState {
  const [state, setState] = useState<BoardState>({ view: null, error: null, busy: true });
  const remote = useRef<Remote<BoardWorker> | null>(null);
  const busy = useRef(false);
  const next = useRef<readonly [unknown, UnitSystem, unknown] | null>(null);

  useEffect(() => {
    const worker = new Worker(new URL("../../workers/board.worker.ts", import.meta.url), {
      type: "module",
    });
    remote.current = wrap<BoardWorker>(worker);
    return () => {
      remote.current = null;
      busy.current = false;
      worker.terminate();
    };
  }, []);

  useEffect(() => {
    next.current = [caseJson, units, places];
    const run = async () => {
      const ask = next.current;
      const core = remote.current;
      if (!ask || !core || busy.current) return;
      next.current = null;
      busy.current = true;
      const outcome = await core.boardOf(...ask);
      busy.current = false;
      const newer = next.current !== null;
      if (outcome.ok) {
        startTransition(() => setState({ view: outcome.view, error: null, busy: newer }));
      } else {
        const [first] = outcome.errors;
        setState((s) => ({
          view: s.view,
          error: `${first?.path ?? ""} ${first?.message ?? ""}`.trim(),
          busy: newer,
        }));
      }
      if (newer) void run();
    };
    void run();
  }, [caseJson, places, units]);

  return state;
}
