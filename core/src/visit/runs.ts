/** Procedures that were begun on a visit, with what was noted of each step: as it stands, of all that was appended. */
import type { Procedure } from "../guide/index.ts";
import type { SheetEntry } from "./entries.ts";

type Of<K extends SheetEntry["kind"]> = Extract<SheetEntry, { kind: K }>;
export type MeasureEntry = Of<"measure">;
export type StepEntry = Of<"step">;
type Said = StepEntry["what"];

/** A procedure that somebody is going through, or has gone through. */
export interface Run {
  readonly run: string;
  /** As it was when it was begun. */
  readonly form: Procedure;
  readonly from: string | null;
  readonly begun: { readonly at: string; readonly personId: string };
  /** By {@link placeKey}; one taken back is not among them. */
  readonly values: ReadonlyMap<string, MeasureEntry>;
  readonly said: ReadonlyMap<string, StepEntry>;
}

/** Where in a run. */
export interface RunPlace {
  readonly step: string;
  readonly round: number;
}

/** @param what - a slot, an ask, or a mark: done, begun, failed */
export const placeKey = ({ step, round }: RunPlace, what: string): string =>
  `${step}/${round}/${what}`;

/** What a step entry is about, within its place. */
export const saidKey = (what: Pick<Said, "is"> & { readonly ask?: string }): string =>
  what.is === "answer" ? `?${what.ask ?? ""}` : what.is;

/**
 * The runs of a visit, in the order they were begun. What belongs to a run that is not there is left out.
 * @param entries - those that count, one of each subject
 */
export function runsOf(entries: readonly SheetEntry[]): ReadonlyMap<string, Run> {
  const runs = new Map<string, Run>();
  const parts = new Map<
    string,
    { values: Map<string, MeasureEntry>; said: Map<string, StepEntry> }
  >();
  for (const e of entries) {
    if (e.kind !== "procedure") continue;
    const { run, form, from, at, personId } = e;
    const part = { values: new Map<string, MeasureEntry>(), said: new Map<string, StepEntry>() };
    parts.set(run, part);
    runs.set(run, { run, form, from, begun: { at, personId }, ...part });
  }
  for (const e of entries) {
    if (e.kind === "measure" && e.raw !== "") parts.get(e.run)?.values.set(placeKey(e, e.slot), e);
    if (e.kind === "step" && e.what.value !== null)
      parts.get(e.run)?.said.set(placeKey(e, saidKey(e.what)), e);
  }
  return runs;
}
