/** NPSH available both ways, required, margin. */
import { lineLossHazenWilliams } from "../../hydraulics/index.ts";
import { formatAbsolute, formatNumber, formatRpm } from "../../quantity/index.ts";
import { lossAt } from "../../suction/index.ts";
import { layoutOf } from "../../visit/index.ts";
import { bandText, read, si, type Work, worked } from "./figure.ts";

const available: Work = ({ parts, situation, snapshot, units }) => {
  const { fromGauge } = parts.npsh;
  if (!fromGauge) return undefined;
  return {
    id: "npsh-gauge",
    group: "suction",
    name: "NPSH available, by gauge",
    text: si(fromGauge.value, "length", units),
    band: bandText(fromGauge, "length", units),
    formula: "(p_atm + p_s − p_v)/ρg + z_s + v_s²/2g",
    inputs: [
      ...read("suction gauge", snapshot?.suctionPressure),
      worked("air p_atm", formatAbsolute(situation.atmosphere, units)),
      worked("vapour pressure p_v", formatAbsolute(situation.liquid.vapourPressure, units, 3)),
    ],
    source: "ISO 9906:2012, referred to the pump's datum.",
  };
};

const fromLayout: Work = ({ parts, situation, units }) => {
  const value = parts.npsh.fromLayout;
  const layout = layoutOf(situation, parts.snapshot);
  if (value === undefined || !layout) return undefined;
  const q = parts.duty.flow?.value ?? 0;
  const missing = parts.npsh.unexplainedLoss;
  return {
    id: "npsh-layout",
    group: "suction",
    name: "NPSH available, by level and pipe",
    text: si(value, "length", units),
    band: "",
    formula: "(p_atm + p_surface − p_v)/ρg + level − loss",
    inputs: [
      worked("air p_atm", formatAbsolute(situation.atmosphere, units)),
      worked("on the surface p_surface", si(layout.surfacePressure, "pressure", units)),
      worked("vapour pressure p_v", formatAbsolute(situation.liquid.vapourPressure, units, 3)),
      worked("level", si(layout.sourceLevel, "length", units)),
      worked("loss at this flow", si(lossAt(layout.loss, q), "length", units)),
      ...(situation.suctionElements.length > 0 && situation.named.name === "water" && q > 0
        ? [
            worked(
              "loss by Hazen–Williams instead",
              si(
                lineLossHazenWilliams(
                  situation.suctionElements,
                  q,
                  situation.liquid.kinematicViscosity,
                ),
                "length",
                units,
              ),
            ),
          ]
        : []),
      ...(missing ? [worked("less by gauge", si(missing.value, "length", units))] : []),
    ],
    source:
      situation.suctionElements.length > 0 && layout.loss
        ? "ANSI/HI 9.6.1; loss by Darcy–Weisbach, Colebrook–White and the fittings' K."
        : "ANSI/HI 9.6.1; the clean loss grows with the square of flow.",
  };
};

const required: Work = ({ parts, units }) => {
  const value = parts.npsh.required;
  if (value === undefined) return undefined;
  return {
    id: "npshr",
    group: "suction",
    name: "NPSH required",
    text: si(value, "length", units),
    band: "",
    formula: "from the sheet at this flow, × (N/N_rated)²",
    inputs: parts.speed ? [worked("speed", `${formatRpm(parts.speed.value)}`)] : [],
    source: "The 3 % figure: at it the head has fallen by 3 % already.",
  };
};

const margin: Work = ({ parts, units }) => {
  const { margin: value, ratio, available: has, required: asks } = parts.npsh;
  if (value === undefined || !has || asks === undefined) return undefined;
  return {
    id: "npsh-margin",
    group: "suction",
    name: "Margin",
    text: `${value < 0 ? "\u2212" : "+"}${si(Math.abs(value), "length", units)}`,
    band: bandText({ value, u: has.u }, "length", units),
    formula: "available − required",
    inputs: [
      worked("available", si(has.value, "length", units)),
      worked("required", si(asks, "length", units)),
      ...(ratio === undefined ? [] : [worked("ratio", formatNumber(ratio, 3))]),
    ],
    source:
      "Schools differ: equality, a fixed head, a ratio. Wanted here is the greater of 1.3 times and a fixed head more, 1 m (3.3 ft).",
  };
};

/** In the order they are shown. */
export const SUCTION_FIGURES: readonly Work[] = [available, fromLayout, required, margin];
