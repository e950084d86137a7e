/** A line audited: every flag with its place, why, what it costs and what mending it gives back. SI throughout. */
import { lineLoss } from "../../../hydraulics/index.ts";
import { edited, type LineEdit, type LinePart } from "../part.ts";
import { type LineFlow, pressureLine } from "../pressure-line.ts";
import { DISCHARGE_FLAGS } from "./discharge-flags.ts";
import type { AuditedPump, FlagRow, Found, Say } from "./row.ts";
import { SUCTION_FLAGS } from "./suction-flags.ts";

export type { AuditedPump, Say } from "./row.ts";
export { SPEED_ALARM, SPEED_NOTE } from "./suction-flags.ts";

export interface Finding {
  /** Flag and place: one of a kind in its line. */
  readonly key: string;
  readonly flag: string;
  readonly name: string;
  readonly group: "metres" | "harm";
  readonly at: readonly number[];
  readonly why: string;
  readonly change: string;
  /** What mending it gives back at the duty and at today's flow [m]; undefined where nothing is drawn that mends it. */
  readonly givesAtDuty: number | undefined;
  readonly givesToday: number | undefined;
  /** What mends it on the drawing; empty where only the work itself does. */
  readonly edits: readonly LineEdit[];
  readonly source: string;
}

export interface AuditInputs {
  readonly parts: readonly LinePart[];
  /** With the duty's flow. */
  readonly drawn: LineFlow;
  /** Today's flow [m³/s]; undefined where nobody read it. */
  readonly today: number | undefined;
  readonly pump: AuditedPump;
  readonly say: Say;
}

/** A suction line; what gives back most comes first, and after it what costs no metres and breaks things. */
export const auditSuction = (inputs: AuditInputs): readonly Finding[] =>
  audit(SUCTION_FLAGS, inputs);

/** A discharge line; its parts run from the pump on. */
export const auditDischarge = (inputs: AuditInputs): readonly Finding[] =>
  audit(DISCHARGE_FLAGS, inputs);

/** Ids of the flags that a suction line raises, and whether any of its joints stands under the atmosphere. */
export function suctionFlags(
  parts: readonly LinePart[],
  drawn: LineFlow,
  pump: AuditedPump,
): { readonly flags: ReadonlySet<string>; readonly underVacuum: boolean } {
  const line = pressureLine(parts, drawn);
  const raised = SUCTION_FLAGS.filter((row) => row.find({ parts, line, drawn, pump }).length > 0);
  return {
    flags: new Set(raised.map((row) => row.id)),
    underVacuum: line.points.some((p) => p.absolute < line.atmosphere),
  };
}

function audit(flags: readonly FlagRow[], inputs: AuditInputs): readonly Finding[] {
  const { parts, drawn, today, pump } = inputs;
  const line = pressureLine(parts, drawn);
  const lossAt = (list: readonly LinePart[], flow: number) =>
    lineLoss(list, flow, drawn.viscosity).total;
  const now = { duty: line.total, today: today === undefined ? 0 : lossAt(parts, today) };
  const found = flags.flatMap((row) =>
    row.find({ parts, line, drawn, pump }).map((f): Finding => {
      const { edits = [] } = f;
      const costs = edits.length > 0;
      const mended = edited(parts, edits);
      return {
        ...saidOf(row, f, inputs.say),
        edits,
        givesAtDuty: costs ? now.duty - lossAt(mended, drawn.flow) : undefined,
        givesToday: costs && today !== undefined ? now.today - lossAt(mended, today) : undefined,
      };
    }),
  );
  const rank = (f: Finding) => (f.group === "metres" ? 0 : 1);
  return found.toSorted((a, b) => rank(a) - rank(b) || (b.givesAtDuty ?? 0) - (a.givesAtDuty ?? 0));
}

const saidOf = (row: FlagRow, found: Found, say: Say) => ({
  key: `${row.id}/${found.at[0] ?? "whole"}`,
  ...{ flag: row.id, name: row.name, group: row.group, at: found.at, source: row.source },
  why: row.why(found, say),
  change: row.change(found, say),
});

/** Every flag there is. */
export const FLAGS: readonly Pick<FlagRow, "id" | "name" | "group" | "source">[] = [
  ...SUCTION_FLAGS,
  ...DISCHARGE_FLAGS,
];
