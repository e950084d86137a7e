/** The flow of a pump that boils: no longer what its head says on the curve, but what its suction can feed. */
import { curveEnd, type RatedCurve, readCurve } from "../curve/index.ts";
import {
  type GaugeReading,
  type HeadMeasurement,
  headUncertainty,
  totalHead,
} from "../hydraulics/index.ts";
import { K95, type Uncertain } from "../quantity/index.ts";
import { npshFromGauge, type SuctionState } from "./npsh.ts";

/** NPSH ratio over which the head that vapour takes grows e-fold. */
const VAPOUR_FALL = 0.07;

/**
 * Share of the head kept when NPSH is short: 0.97 at a ratio of 1 by definition (ISO 9906:2012, NPSH3), half at 0.8,
 * next to nothing at 0.75.
 * @param ratio - NPSH available over required
 */
export const keptByVapour = (ratio: number): number =>
  Math.max(0.02, 1 - 0.03 * Math.exp(Math.min(6, (1 - ratio) / VAPOUR_FALL)));

/** How well NPSH required is known from a sheet, as a share of it. */
const REQUIRED_U = 0.08;
const STEPS = 60;

export interface FedInputs {
  readonly gauge: GaugeReading;
  readonly measurement: HeadMeasurement;
  readonly state: SuctionState;
  /** At the actual speed, with NPSH required. */
  readonly curve: RatedCurve;
}

/**
 * The flows at which the curve, less what vapour may take with the NPSH that the gauge shows, can have the measured head.
 * The head falls so steeply with NPSH, and NPSH required so slowly with flow, that these are many: gauges alone hardly tell
 * the flow of a pump that boils.
 * @returns [m³/s] their middle, as wide as they lie; undefined where no flow on the curve has that head
 */
export function fedFlow({ gauge, measurement, state, curve }: FedInputs): Uncertain | undefined {
  const end = curveEnd(curve);
  const uHead = K95 * headUncertainty(measurement);
  const possible = Array.from({ length: STEPS }, (_, i) => ((i + 1) * end) / STEPS).filter(
    (flow) => {
      const { head } = readCurve(curve, flow);
      // Sheets begin with NPSH required at some flow: below it it is hardly less.
      const { npshr } = readCurve(curve, Math.max(flow, curve.npshr?.x[0] ?? 0));
      if (head === undefined || npshr === undefined) return false;
      const { value, u } = npshFromGauge(gauge, state, flow);
      const seen = totalHead(measurement, flow);
      const most = head * keptByVapour((value + K95 * u) / (npshr * (1 - K95 * REQUIRED_U)));
      const least = head * keptByVapour((value - K95 * u) / (npshr * (1 + K95 * REQUIRED_U)));
      return least < seen + uHead && most > seen - uHead;
    },
  );
  const [low, high] = [possible[0], possible.at(-1)];
  if (low === undefined || high === undefined) return undefined;
  return { value: (low + high) / 2, u: Math.max(end / STEPS, (high - low) / Math.sqrt(12)) };
}
