/** What the procedures of a visit want promised for later. */
import { noted, type VisitState } from "../../visit/index.ts";

export interface ProposedPromise {
  readonly what: string;
  /** After the visit [h]. */
  readonly after: number;
}

/** Of every procedure that was gone through, each once; the earliest first. */
export function proposedPromises(state: VisitState): ProposedPromise[] {
  const found = new Map<string, ProposedPromise>();
  for (const { run, form } of state.runs.values()) {
    if (noted(state, { topic: "run-ended", run })?.note.value !== "done") continue;
    for (const { what, after } of form.followUps ?? []) found.set(what, { what, after });
  }
  return [...found.values()].sort((a, b) => a.after - b.after);
}
