"use client";

import type { BoardOutcome, BoardView, VisitAsked } from "@yard-tack/core/board";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { startTransition, useCallback, useEffect, useRef, useState } from "react";
import { type BoardService, makeBoardWorker } from "./board-service";

/** What a Board is asked for: a visit by its entries, or a case file, which is read where it is worked out. */
export type BoardAsked =
  | { readonly visit: VisitAsked; readonly units: UnitSystem }
  | { readonly json: unknown; readonly units: UnitSystem };

/** Why there is no Board of what is asked; what is drawn then is the last one that could be worked out. */
interface BoardFault {
  /** The case cannot be read, or working it out failed. */
  readonly kind: "case" | "failed";
  readonly message: string;
}

export interface BoardState {
  readonly view: BoardView | null;
  readonly fault: BoardFault | null;
  /** A newer case is being worked out, or a failed one tried again. */
  readonly busy: boolean;
  /** Tries again now. */
  readonly retry: () => void;
}

/** How long to wait before a failed Board is tried again by itself [ms]. */
const PAUSES_MS = [500, 2000, 8000] as const;

/** Works a Board out in a worker; while one is under way only the newest of later ones is kept. */
export function useBoard(
  asked: BoardAsked,
  makeService: () => BoardService = makeBoardWorker,
): BoardState {
  const [state, setState] = useState<Omit<BoardState, "retry">>({
    view: null,
    fault: null,
    busy: true,
  });
  const [tries, setTries] = useState(0);
  const service = useRef<BoardService | null>(null);
  const busy = useRef(false);
  const next = useRef<BoardAsked | null>(null);
  const failures = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const retry = useCallback(() => {
    clearTimeout(timer.current);
    setTries((n) => n + 1);
  }, []);

  useEffect(() => {
    const stop = () => {
      service.current?.end();
      service.current = null;
      busy.current = false;
      clearTimeout(timer.current);
    };
    return stop;
  }, []);

  useEffect(() => {
    next.current = asked;
    const failed = (error: unknown) => {
      // A worker that threw is not trusted again.
      service.current?.end();
      service.current = null;
      const pause = PAUSES_MS[failures.current];
      failures.current++;
      const message = error instanceof Error ? error.message : String(error);
      setState((s) => ({
        view: s.view,
        fault: { kind: "failed", message },
        busy: pause !== undefined,
      }));
      if (pause !== undefined) timer.current = setTimeout(retry, pause);
    };
    const run = async () => {
      const ask = next.current;
      if (!ask || busy.current) return;
      next.current = null;
      busy.current = true;
      let outcome: BoardOutcome;
      try {
        service.current ??= makeService();
        outcome = await service.current.work(ask);
      } catch (error) {
        busy.current = false;
        // What came meanwhile is newer and may fare better.
        if (next.current) void run();
        else failed(error);
        return;
      }
      busy.current = false;
      failures.current = 0;
      const newer = next.current !== null;
      if (outcome.ok) {
        const { view } = outcome;
        startTransition(() => setState({ view, fault: null, busy: newer }));
      } else {
        const [first] = outcome.errors;
        const message = `${first?.path ?? ""} ${first?.message ?? ""}`.trim();
        setState((s) => ({ view: s.view, fault: { kind: "case", message }, busy: newer }));
      }
      if (newer) void run();
    };
    void run();
  }, [asked, makeService, retry, tries]);

  return { ...state, retry };
}
