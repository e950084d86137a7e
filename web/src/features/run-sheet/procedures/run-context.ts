/** What procedures have to know of this sheet, its pump and the hour. */
import type { BoardView } from "@yard-tack/core/board";
import type { RunContext } from "@yard-tack/core/procedure";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { isolationOf } from "../steps/isolation";
import { captureContext } from "../steps/capture";
import type { Sheet } from "../use-sheet";

export function runContext(
  sheet: Sheet,
  units: UnitSystem,
  view: BoardView | null,
  now: number,
): RunContext {
  const isolation = isolationOf(sheet);
  return {
    pump: sheet.facts,
    control: undefined,
    state: sheet.state,
    captures: captureContext(sheet, units, view),
    deadHeadSeconds: view?.deadHeadSeconds ?? null,
    now,
    dead: isolation.open,
    locks: [
      ...isolation.locks.map((l) => sheet.dto.people[l.person] ?? "somebody"),
      ...(isolation.byOther === undefined ? [] : [isolation.byOther]),
    ],
  };
}
