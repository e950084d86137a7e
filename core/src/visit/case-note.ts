/**
 * What of a case was left out, taken for granted or cannot be: data. The words stand in `words`.
 */
import type { ObservationId, TestId } from "../case/index.ts";
import type { CurveNote } from "../curve/index.ts";
import type { OrderFault } from "../hydraulics/index.ts";
import type { LiquidFault } from "../liquid/index.ts";

/** Those that say all by themselves. */
export type PlainNote =
  | "barometer-impossible"
  | "no-altitude"
  | "altitude-out-of-range"
  | "no-liquid"
  | "too-few-curve-points"
  | "rated-point-impossible"
  | "too-few-displacement-points"
  | "too-few-jet-points"
  | "incomplete-drawdown"
  | "leads-behind-drive";

export type CaseNote =
  | { readonly code: PlainNote }
  | { readonly code: "liquid"; readonly fault: LiquidFault }
  | { readonly code: "curve"; readonly note: Exclude<CurveNote, "efficiency-above-one"> }
  | {
      readonly code: "efficiency-above-one";
      /** Counted from 1. */
      readonly curve: number;
      readonly point: number;
      /** As written. */
      readonly flow: string;
      readonly efficiency: number;
    }
  | {
      readonly code: "other-wheel";
      readonly from: "between" | "affinity";
      /** Diameter that is fitted [m], where it is stated. */
      readonly diameter: number | undefined;
      /** Over the measured one. */
      readonly trim: number;
    }
  | { readonly code: "not-corrected"; readonly why: "no-speed" | "no-power" | "too-viscous" }
  | {
      readonly code: "corrected";
      readonly parameter: number;
      readonly headFactor: number;
      readonly efficiencyFactor: number;
    }
  | {
      readonly code: "estimated-curve";
      readonly specificSpeed: number;
      readonly guessed: readonly ("power" | "npshr")[];
    }
  | { readonly code: "outcome-contradicted"; readonly test: TestId; readonly outcome: string }
  | { readonly code: "contradicted"; readonly observation: ObservationId }
  | { readonly code: "negative" | "impossible-pressure"; readonly path: string }
  | {
      readonly code: "element-order";
      readonly side: "suction" | "discharge";
      readonly fault: OrderFault;
    };
