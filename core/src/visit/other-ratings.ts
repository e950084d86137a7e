/** Duty of the pumps whose rating is no head curve: positive displacement and jets. SI; r/min. */
import {
  displacementFlow,
  displacementNpshr,
  displacementPower,
  slipFlow,
  speedCeiling,
} from "../displacement/index.ts";
import { lineLoss } from "../hydraulics/index.ts";
import { apparentLift, jetFlow } from "../jet/index.ts";
import { liquidAt } from "../liquid/index.ts";
import { addInSquares, GRAVITY, type Uncertain } from "../quantity/index.ts";
import {
  DEFAULT_MARGIN,
  lossAt,
  npshFromLayout,
  type SuctionLayout,
  wantedNpsh,
} from "../suction/index.ts";
import { COLD_K } from "./liquid-of-case.ts";
import { layoutOf, type VisitParts } from "./parts.ts";
import type { Situation } from "./situation.ts";

export interface DisplacementDuty {
  /** Differential pressure [Pa]. */
  readonly pressure: Uncertain | undefined;
  readonly speed: number;
  readonly viscosity: number;
  /** What the rating gives at today's pressure, speed and viscosity [m³/s]; its slip; its power. */
  readonly ratedFlow: number;
  readonly slip: number;
  readonly ratedPower: number | undefined;
  /** Metered or timed flow against the rating [%]. */
  readonly againstRating: Uncertain | undefined;
  readonly npshr: number | undefined;
  /** What is left up to the relief valve's setting [Pa], where both are known. */
  readonly underRelief: Uncertain | undefined;
  /** Greatest speed the suction allows [r/min], over level (columns) and temperature (rows). */
  readonly ceilings: {
    readonly levels: readonly number[];
    readonly temperatures: readonly number[];
    readonly speeds: readonly (readonly (number | undefined)[])[];
  };
  /** Viscosity lies outside the table's. */
  readonly outsideViscosity: boolean;
}

/** Table tolerance of a displacement rating, two standard deviations. */
const RATING_TOLERANCE = 0.05;

/** Duty of a positive-displacement pump. @returns undefined without rating or speed */
export function displacementDuty(
  situation: Situation,
  parts: VisitParts,
): DisplacementDuty | undefined {
  const { displacement: rating, liquid, named } = situation;
  const ratedSpeed = rating?.points[0]?.speed;
  if (!rating || !ratedSpeed) return undefined;
  const speed = parts.speed?.value ?? ratedSpeed;
  const { suction, discharge } = parts.snapshot;
  const viscosity = liquid.kinematicViscosity;
  const pressure =
    suction && discharge
      ? {
          value: discharge.pressure - suction.pressure,
          u: addInSquares(discharge.u ?? 0, suction.u ?? 0),
        }
      : undefined;
  const at = pressure?.value ?? rating.points[0]?.pressure ?? 0;
  const ratedFlow = displacementFlow(rating, speed, at, viscosity);
  const measured = [parts.duty.flow, ...parts.duty.alternatives].find(
    (f) => f?.from === "meter" || f?.from === "level-change",
  );
  const uRated = (RATING_TOLERANCE / 2) * ratedFlow;
  const layout = layoutOf(situation, parts.snapshot);
  const table = rating.points.map((p) => p.viscosity);
  const now = situation.temperature ?? COLD_K;
  const levels = layout ? [-1, -0.5, 0, 0.5].map((d) => layout.sourceLevel + d) : [];
  const temperatures = [now - 10, now, now + 10, now + 20];
  return {
    pressure,
    speed,
    viscosity,
    ratedFlow,
    slip: slipFlow(rating, at, viscosity),
    ratedPower: displacementPower(rating, speed, at, viscosity),
    againstRating:
      measured && ratedFlow > 0
        ? {
            value: 100 * (measured.value / ratedFlow - 1),
            u: (100 * addInSquares(measured.u, uRated)) / ratedFlow,
          }
        : undefined,
    npshr: displacementNpshr(rating, speed, viscosity),
    underRelief:
      pressure && situation.relief !== undefined
        ? { value: situation.relief - pressure.value, u: pressure.u }
        : undefined,
    ceilings: {
      levels,
      temperatures,
      speeds: temperatures.map((t) => {
        const state = liquidAt(named, t);
        return levels.map((level) => {
          if (!state.ok || !layout) return undefined;
          const { density, vapourPressure, kinematicViscosity } = state.value;
          const available = (flow: number) =>
            npshFromLayout(
              {
                ...layout,
                sourceLevel: level,
                loss: lossOf(situation, layout, flow, kinematicViscosity),
              },
              { atmosphere: situation.atmosphere, density, vapourPressure },
              flow,
            );
          return speedCeiling(
            rating,
            at,
            kinematicViscosity,
            available,
            (required) => wantedNpsh(DEFAULT_MARGIN, required),
            Math.max(...rating.points.map((p) => p.speed)),
          );
        });
      }),
    },
    outsideViscosity: viscosity < 0.5 * Math.min(...table) || viscosity > 2 * Math.max(...table),
  };
}

/** Loss of the suction line at a flow and viscosity: drawn elements, else the stated loss. */
function lossOf(
  { suctionElements }: Situation,
  layout: SuctionLayout,
  flow: number,
  viscosity: number,
): SuctionLayout["loss"] {
  if (suctionElements.length === 0 || flow <= 0) return layout.loss;
  return { flow, head: lineLoss(suctionElements, flow, viscosity).total };
}

export interface JetDuty {
  /** Lift by the layout, friction included [m]. */
  readonly lift: number | undefined;
  /** Discharge pressure [Pa]. */
  readonly pressure: number | undefined;
  /** What the ejector's table gives there [m³/s], or why it gives nothing. */
  readonly ratedFlow: number | undefined;
  readonly why: "beyond-lift" | "beyond-pressure" | undefined;
  /** Lift the measured flow and pressure speak for [m]. */
  readonly apparentLift: number | undefined;
  /** Suction gauge as lift [m], shallow jets only. */
  readonly gaugeLift: number | undefined;
  /** Today's pressure less the regulator's setting [Pa]. */
  readonly regulatorGap: number | undefined;
}

/** Duty of a jet pump. @returns undefined without a table */
export function jetDuty(situation: Situation, parts: VisitParts): JetDuty | undefined {
  const { jet, liquid, regulator } = situation;
  if (!jet) return undefined;
  const layout = layoutOf(situation, parts.snapshot);
  const measured = [parts.duty.flow, ...parts.duty.alternatives].find(
    (f) => f?.from === "meter" || f?.from === "level-change",
  );
  const lift = layout && -layout.sourceLevel + (measured ? lossAt(layout.loss, measured.value) : 0);
  const pressure = parts.snapshot.discharge?.pressure;
  const rated =
    lift !== undefined && pressure !== undefined ? jetFlow(jet, lift, pressure) : undefined;
  const { suction } = parts.snapshot;
  return {
    lift,
    pressure,
    ratedFlow: rated?.ok ? rated.value : undefined,
    why: rated && !rated.ok ? rated.error : undefined,
    apparentLift:
      measured && pressure !== undefined ? apparentLift(jet, measured.value, pressure) : undefined,
    gaugeLift: suction && -suction.pressure / (liquid.density * GRAVITY),
    regulatorGap:
      regulator !== undefined && pressure !== undefined ? pressure - regulator : undefined,
  };
}
