/** The levers on NPSH for a visit: each alone, with whether it can be had and what it costs. */
import { curveEnd, readCurve, systemThrough } from "../curve/index.ts";
import {
  allLevers,
  DEFAULT_MARGIN,
  type LeverModel,
  type MarginSetting,
} from "../suction/index.ts";
import { COLD_K } from "./liquid-of-case.ts";
import { layoutOf, type VisitParts } from "./parts.ts";
import type { Situation } from "./situation.ts";

export type LeverId =
  "raise-level" | "throttle" | "slow" | "cool" | "warm" | "cut-loss" | "lower-pump" | "submerge";

export interface LeverRow {
  readonly id: LeverId;
  readonly feasible: boolean;
  readonly value: { readonly value: number; readonly unit: string } | null;
  /** What it costs, or why it cannot be had. */
  readonly why: string;
  /** Flow [m³/s] and head [m] with the lever moved; null where the duty stays or is unknown. */
  readonly after: { readonly flow: number; readonly head: number } | null;
}

/** Water that can be had warmer than this is no matter of cooling [K]. */
const COOLEST_LIKELY = 278.15;
/** More than this is a matter of building, not of setting [m]. */
const BUILDING = 3;

/**
 * What the levers act on: the layout, the curve, the system through the present duty.
 * @returns undefined when layout, curve, flow or static head is missing
 */
export function leverModelOf(situation: Situation, parts: VisitParts): LeverModel | undefined {
  const { curve, duty } = parts;
  const layout = layoutOf(situation, parts.snapshot);
  const flow = duty.flow?.value;
  if (!curve || !layout || flow === undefined || flow > curveEnd(curve)) return undefined;
  const head = readCurve(curve, flow).head;
  const staticHead = situation.closedLoop ? 0 : situation.staticHead;
  if (head === undefined || staticHead === undefined || staticHead >= head) return undefined;
  const { atmosphere, liquid, temperature } = situation;
  return {
    layout,
    state: { atmosphere, vapourPressure: liquid.vapourPressure, density: liquid.density },
    curve,
    system: systemThrough(staticHead, flow, head),
    flow,
    liquid: situation.named,
    temperature: temperature ?? COLD_K,
    elements: situation.suctionElements,
  };
}

/**
 * All levers at the visit's flow, on the layout.
 * @param margin - the school this pump is held to
 * @returns empty when what they act on is not known
 */
export function leverRows(
  situation: Situation,
  parts: VisitParts,
  margin: MarginSetting = DEFAULT_MARGIN,
): LeverRow[] {
  const model = leverModelOf(situation, parts);
  const found = model && allLevers(model, margin);
  if (!found || found === "no-npsh-required") return [];
  const { raiseLevelBy: short, cutSuctionLossBy, throttleTo, slowTo, coolTo, warmTo } = found;
  const there = "The margin is there already; this is what is to spare.";
  const metres = { value: short, unit: "m" };
  const move = (id: LeverId, cost: string): LeverRow => ({
    id,
    feasible: true,
    value: metres,
    why: short <= 0 ? there : short > BUILDING ? `${cost} So much is a matter of building.` : cost,
    after: null,
  });
  const { closedLoop, installation } = situation;
  const submerged = installation === "submerged";
  const flowLost = throttleTo && 1 - throttleTo.flow / model.flow;
  return [
    move(
      "raise-level",
      closedLoop
        ? "Fill pressure up; each metre gives one metre. The duty stays."
        : "Each centimetre gives a centimetre. The duty stays as it is.",
    ),
    submerged
      ? move("submerge", "Hung deeper on a longer riser. The duty stays, but for the riser's loss.")
      : move("lower-pump", "New feet and pipes. The duty stays as it is."),
    {
      id: "cut-loss",
      feasible: cutSuctionLossBy !== null,
      value: cutSuctionLossBy === null ? null : { value: cutSuctionLossBy, unit: "m" },
      why:
        cutSuctionLossBy === null
          ? "The whole clean suction loss is less than what is missing."
          : short <= 0
            ? there
            : "A larger pipe, fewer fittings or a cleaned strainer. The duty gains a little.",
      after: null,
    },
    {
      id: "throttle",
      feasible: throttleTo !== null,
      value: throttleTo && { value: throttleTo.flow, unit: "m3/s" },
      why:
        throttleTo && flowLost !== null
          ? flowLost < 1e-9
            ? "The margin is there at the present flow."
            : `Costs ${(100 * flowLost).toFixed(0)} % of the flow; the valve burns ${throttleTo.headBurnedInValve.toFixed(1)} m.`
          : "No flow that the curve states NPSH required for has the margin.",
      after: throttleTo && { flow: throttleTo.flow, head: throttleTo.pumpHead },
    },
    {
      id: "slow",
      feasible: slowTo !== null,
      value: slowTo && { value: slowTo.speed, unit: "r/min" },
      why: slowTo
        ? slowTo.flow < model.flow
          ? `Costs ${(100 * (1 - slowTo.flow / model.flow)).toFixed(0)} % of the flow, saves its power. A larger, slower pump keeps the duty.`
          : "The margin is there at the present speed."
        : "No lower speed has the margin on this system.",
      after: slowTo && { flow: slowTo.flow, head: slowTo.head },
    },
    {
      id: "cool",
      feasible: coolTo !== null && coolTo >= COOLEST_LIKELY,
      value: coolTo === null ? null : { value: coolTo, unit: "K" },
      why:
        coolTo === null
          ? "Short even at the coldest this liquid is known at."
          : coolTo >= COOLEST_LIKELY
            ? "Run in the cool hours, or shade and cool the source. The duty stays."
            : "Colder than a source is likely to be.",
      after: null,
    },
    {
      id: "warm",
      feasible: warmTo !== null,
      value: warmTo === null ? null : { value: warmTo, unit: "K" },
      why:
        warmTo === null
          ? "Warming thins a thick liquid only; here it adds more vapour pressure than it saves loss."
          : "A warm tank or traced pipe thins the liquid; check the seal for the heat.",
      after: null,
    },
  ];
}
