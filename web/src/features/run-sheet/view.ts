/** What of a sheet is in sight, as the address and the title of its page tell it. */
import type { SheetDto } from "./sheet-dto";
import { STEPS, type StepId } from "./steps/step-list";

/** What is in sight on a phone: the step, the Board or the causes. */
export const PANES = ["sheet", "board", "causes"] as const;

export interface View {
  readonly step: StepId;
  readonly pane: (typeof PANES)[number];
}

/** A sheet with readings opens where the work goes on. */
export function firstStep(dto: SheetDto): StepId {
  return dto.entries.some((e) => e.kind === "reading") ? "readings" : "call";
}

/** @param first - the step of an address that names none */
export function viewOf(asked: { get: (name: string) => string | null }, first: StepId): View {
  return {
    step: STEPS.find((s) => s.id === asked.get("step"))?.id ?? first,
    pane: PANES.find((p) => p === asked.get("view")) ?? "sheet",
  };
}

/** "MG-3, Readings" */
export function titleOf(tag: string, { step, pane }: View): string {
  const name = STEPS.find((s) => s.id === step)?.name ?? "";
  return `${tag}, ${pane === "board" ? "Board" : pane === "causes" ? "causes" : name}`;
}
