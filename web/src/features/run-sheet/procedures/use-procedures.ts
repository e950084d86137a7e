import type { BoardView } from "@yard-tack/core/board";
import type { Procedure } from "@yard-tack/core/guide";
import type { UnitSystem } from "@yard-tack/core/quantity";
import type { Run } from "@yard-tack/core/visit";
import { useState } from "react";
import { v4 as newId } from "uuid";
import type { Sheet } from "../use-sheet";

/** The procedure in sight, if any. */
export interface Procedures {
  readonly run: Run | undefined;
  readonly begin: (form: Procedure) => void;
  readonly open: (run: string) => void;
  readonly leave: () => void;
}

/** What a step of the sheet that holds procedures is given. */
export interface ProcedureStepProps {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly view: BoardView | null;
  readonly procedures: Procedures;
  readonly onNext: () => void;
}

/** Runs that were neither gone through nor given up, the newest first. */
const openRuns = ({ state }: Pick<Sheet, "state">): string[] =>
  [...state.runs.keys()].filter((run) => !state.notes.has(`run-ended/${run}`)).toReversed();

/**
 * A procedure that is under way is in sight until it is left; after a reload too. One that somebody else begins meanwhile
 * stands among those that were begun, and opens over nothing.
 */
export function useProcedures({ state, add, ready }: Sheet): Procedures {
  const [chosen, setChosen] = useState<string | null>();
  if (chosen === undefined && ready) setChosen(openRuns({ state })[0] ?? null);
  return {
    run: chosen ? state.runs.get(chosen) : undefined,
    begin: (form) => {
      const run = newId();
      add({ kind: "procedure", run, form, from: null });
      setChosen(run);
    },
    open: setChosen,
    leave: () => setChosen(null),
  };
}
