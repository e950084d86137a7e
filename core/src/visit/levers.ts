/** The levers on NPSH for a visit: each alone, with whether it can be had and what it costs. */
import { readCurve, systemThrough } from "../curve/index.ts";
import { waterState } from "../liquid/index.ts";
import { leversOf } from "../suction/index.ts";
import { layoutOf, type VisitParts } from "./parts.ts";
import type { Situation } from "./situation.ts";

export interface LeverRow {
  readonly id: "raise-level" | "throttle" | "slow" | "cool" | "cut-loss" | "lower-pump";
  readonly feasible: boolean;
  readonly value: { readonly value: number; readonly unit: string } | null;
  readonly why: string;
  /** Flow [m³/s] and head [m] with the lever moved; null where the duty stays or is unknown. */
  readonly after: { readonly flow: number; readonly head: number } | null;
}

/** Water that can be had warmer than this is no matter of cooling [K]. */
const COOLEST_LIKELY = 278.15;

/**
 * All levers at the visit's flow, on the layout.
 * @returns empty when layout, curve with NPSH required, flow or static head is missing
 */
export function leverRows(situation: Situation, parts: VisitParts): LeverRow[] {
  const { curve, duty } = parts;
  const layout = layoutOf(situation, parts.snapshot);
  const flow = duty.flow?.value;
  if (!curve || !layout || flow === undefined) return [];
  const head = readCurve(curve, flow).head;
  const staticHead = situation.closedLoop ? 0 : situation.staticHead;
  if (head === undefined || staticHead === undefined || staticHead >= head) return [];
  const { atmosphere, liquid, temperature } = situation;
  const found = leversOf({
    layout,
    state: { atmosphere, vapourPressure: liquid.vapourPressure, density: liquid.density },
    curve,
    system: systemThrough(staticHead, flow, head),
    flow,
    temperature,
    liquidAt: (t) => {
      const water = waterState(t);
      return water.ok ? water.value : undefined;
    },
  });
  if (found === "no-npsh-required") return [];
  const { raiseLevelBy: short, cutSuctionLossBy, throttleTo, slowTo, coolTo } = found;
  const spare = short <= 0 ? "The margin is there already; this is what is to spare." : "";
  const metres = { value: short, unit: "m" };
  return [
    {
      id: "raise-level",
      feasible: true,
      value: metres,
      why: spare || "The duty stays as it is.",
      after: null,
    },
    {
      id: "lower-pump",
      feasible: true,
      value: metres,
      why: spare || "The duty stays as it is.",
      after: null,
    },
    {
      id: "cut-loss",
      feasible: cutSuctionLossBy !== null,
      value: cutSuctionLossBy === null ? null : { value: cutSuctionLossBy, unit: "m" },
      why:
        cutSuctionLossBy === null
          ? "The whole clean suction loss is less than what is missing."
          : spare || "A larger pipe, fewer fittings or a cleaned strainer.",
      after: null,
    },
    {
      id: "throttle",
      feasible: throttleTo !== null,
      value: throttleTo && { value: throttleTo.flow, unit: "m3/s" },
      why: throttleTo
        ? `The valve takes ${throttleTo.headBurnedInValve.toFixed(1)} m.`
        : "No flow that the curve states NPSH required for has the margin.",
      after: throttleTo && { flow: throttleTo.flow, head: throttleTo.pumpHead },
    },
    {
      id: "slow",
      feasible: slowTo !== null,
      value: slowTo && { value: slowTo.speed, unit: "r/min" },
      why: slowTo ? "Flow and head fall with it." : "No lower speed has the margin on this system.",
      after: slowTo && { flow: slowTo.flow, head: slowTo.head },
    },
    {
      id: "cool",
      feasible: coolTo !== null && coolTo >= COOLEST_LIKELY,
      value: coolTo === null ? null : { value: coolTo, unit: "K" },
      why: coolTo === null ? "Short even at 0 °C." : "The duty stays as it is.",
      after: null,
    },
  ];
}
