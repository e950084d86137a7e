/** Why a liquid's properties are not known at a temperature: data; the words stand in `words`. */
import type { LiquidName } from "./named.ts";

export type LiquidFault =
  /** Outside the range of its correlation, or of its own table. */
  | {
      readonly code: "out-of-range";
      readonly liquid: LiquidName;
      readonly freezesAt?: number;
      readonly concentration?: number;
    }
  | { readonly code: "too-concentrated"; readonly liquid: LiquidName }
  | { readonly code: "no-concentration" }
  | { readonly code: "empty-table" }
  | { readonly code: "no-density" };
