/** The causes the engine weighs: one row each, with what it does to the model and to the reader. */
import type { CauseId } from "../../../case/index.ts";
import type { Situation } from "../../../visit/index.ts";
import { CONTROL_CAUSES } from "./control.ts";
import { DRIVE_CAUSES } from "./drive.ts";
import { GAUGE_CAUSES, HEALTHY, UNLISTED } from "./other.ts";
import { PRIMING_CAUSES } from "./priming.ts";
import { PUMP_CAUSES } from "./pump.ts";
import type { CauseRow } from "./row.ts";
import { SUCTION_CAUSES } from "./suction.ts";
import { SYSTEM_CAUSES } from "./system.ts";

export type { CauseRow, CauseSide, SaidSize } from "./row.ts";
export { onPump } from "./wording.ts";

export const CAUSES: readonly CauseRow[] = [
  HEALTHY,
  ...SYSTEM_CAUSES,
  ...SUCTION_CAUSES,
  ...PRIMING_CAUSES,
  ...PUMP_CAUSES,
  ...DRIVE_CAUSES,
  ...CONTROL_CAUSES,
  ...GAUGE_CAUSES,
  UNLISTED,
];

const byId = new Map<string, CauseRow>(CAUSES.map((c) => [c.id, c]));

/** The row of a cause. Every id of the case format has one. */
export function causeRow(id: CauseId): CauseRow {
  const row = byId.get(id);
  if (!row) throw new Error(`no row for ${id}`);
  return row;
}

/** Whether a cause can be behind a visit to this pump at all. */
export function applies({ where: w }: CauseRow, s: Situation): boolean {
  return (
    (w.families?.includes(s.family) ?? true) &&
    !w.notFamilies?.includes(s.family) &&
    (w.installations?.includes(s.installation) ?? true) &&
    (w.drivers?.includes(s.driver) ?? true) &&
    !(w.plasticImpeller && !s.plasticImpeller) &&
    !(w.openLoop && s.closedLoop)
  );
}
