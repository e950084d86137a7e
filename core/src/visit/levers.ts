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

export type LeverReason =
  | {
      readonly code:
        | "there-already"
        | "there-at-this-flow"
        | "there-at-this-speed"
        | "more-than-the-loss"
        | "larger-pipe"
        | "no-flow"
        | "no-speed"
        | "too-cold-to-be-known"
        | "cool-hours"
        | "colder-than-likely"
        | "warming-adds-vapour"
        | "warm-tank";
    }
  | {
      readonly code: "fill-pressure" | "raise-level" | "hang-deeper" | "new-feet";
      /** More than can be set: it has to be built. */
      readonly building: boolean;
    }
  | {
      readonly code: "throttled";
      /** Share of the flow, and head burned in the valve [m]. */
      readonly flowLost: number;
      readonly headBurned: number;
    }
  | { readonly code: "slowed"; readonly flowLost: number };

export interface LeverRow {
  readonly id: LeverId;
  readonly feasible: boolean;
  readonly value: { readonly value: number; readonly unit: string } | null;
  /** What it costs, or why it cannot be had; the words stand in `words`. */
  readonly reason: LeverReason;
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
  const there: LeverReason = { code: "there-already" };
  const metres = { value: short, unit: "m" };
  const move = (id: LeverId, code: MoveCode): LeverRow => ({
    id,
    feasible: true,
    value: metres,
    reason: short <= 0 ? there : { code, building: short > BUILDING },
    after: null,
  });
  const { closedLoop, installation } = situation;
  const submerged = installation === "submerged";
  const flowLost = throttleTo && 1 - throttleTo.flow / model.flow;
  return [
    move("raise-level", closedLoop ? "fill-pressure" : "raise-level"),
    submerged ? move("submerge", "hang-deeper") : move("lower-pump", "new-feet"),
    {
      id: "cut-loss",
      feasible: cutSuctionLossBy !== null,
      value: cutSuctionLossBy === null ? null : { value: cutSuctionLossBy, unit: "m" },
      reason:
        cutSuctionLossBy === null
          ? { code: "more-than-the-loss" }
          : short <= 0
            ? there
            : { code: "larger-pipe" },
      after: null,
    },
    {
      id: "throttle",
      feasible: throttleTo !== null,
      value: throttleTo && { value: throttleTo.flow, unit: "m3/s" },
      reason:
        throttleTo && flowLost !== null
          ? flowLost < 1e-9
            ? { code: "there-at-this-flow" }
            : { code: "throttled", flowLost, headBurned: throttleTo.headBurnedInValve }
          : { code: "no-flow" },
      after: throttleTo && { flow: throttleTo.flow, head: throttleTo.pumpHead },
    },
    {
      id: "slow",
      feasible: slowTo !== null,
      value: slowTo && { value: slowTo.speed, unit: "r/min" },
      reason: slowTo
        ? slowTo.flow < model.flow
          ? { code: "slowed", flowLost: 1 - slowTo.flow / model.flow }
          : { code: "there-at-this-speed" }
        : { code: "no-speed" },
      after: slowTo && { flow: slowTo.flow, head: slowTo.head },
    },
    {
      id: "cool",
      feasible: coolTo !== null && coolTo >= COOLEST_LIKELY,
      value: coolTo === null ? null : { value: coolTo, unit: "K" },
      reason: {
        code:
          coolTo === null
            ? "too-cold-to-be-known"
            : coolTo >= COOLEST_LIKELY
              ? "cool-hours"
              : "colder-than-likely",
      },
      after: null,
    },
    {
      id: "warm",
      feasible: warmTo !== null,
      value: warmTo === null ? null : { value: warmTo, unit: "K" },
      reason: { code: warmTo === null ? "warming-adds-vapour" : "warm-tank" },
      after: null,
    },
  ];
}

type MoveCode = Extract<LeverReason, { building: boolean }>["code"];
