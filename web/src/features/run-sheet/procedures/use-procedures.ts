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

/** A procedure that is under way is in sight until it is left; after a reload too. */
export function useProcedures({ state, add, ready }: Sheet): Procedures {
  const [chosen, setChosen] = useState<string | null>();
  const at = chosen === undefined && ready ? openRuns({ state })[0] : (chosen ?? undefined);
  return {
    run: at === undefined ? undefined : state.runs.get(at),
    begin: (form) => {
      const run = newId();
      add({ kind: "procedure", run, form, from: null });
      setChosen(run);
    },
    open: setChosen,
    leave: () => setChosen(null),
  };
}
