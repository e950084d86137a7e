/** Every figure of a visit with how it was worked out: formula, inputs as written, source, band. */
import type { CaseFile } from "../../case/index.ts";
import type { Diagnosis } from "../../diagnosis/index.ts";
import type { UnitSystem } from "../../quantity/index.ts";
import { leadingOf } from "../../visit/index.ts";
import { CYCLE_FIGURES } from "./cycle.ts";
import { DRIVE_FIGURES } from "./drive.ts";
import { DUTY_FIGURES } from "./duty.ts";
import type { Figure, FigureInputs } from "./figure.ts";
import { PLACE_FIGURES } from "./place.ts";
import { SUCTION_FIGURES } from "./suction.ts";
import { VESSEL_FIGURES } from "./vessel.ts";

export type { Figure, FigureGroup } from "./figure.ts";

/** Figures the readings allow, in the order of the flow through the pump. */
export function figuresOf(file: CaseFile, d: Diagnosis, units: UnitSystem): Figure[] {
  const { situation, parts } = d;
  if (!parts) return [];
  const snapshot = leadingOf(file.snapshots);
  const worked: FigureInputs = { file, situation, parts, units, snapshot };
  return [
    ...DUTY_FIGURES,
    ...CYCLE_FIGURES,
    ...VESSEL_FIGURES,
    ...SUCTION_FIGURES,
    ...DRIVE_FIGURES,
    ...PLACE_FIGURES,
  ].flatMap((work) => work(worked) ?? []);
}
