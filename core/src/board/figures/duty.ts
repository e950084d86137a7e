/** Head, flow, efficiency and heat. */
import { bestEfficiencyFlow, hydraulicEfficiency } from "../../curve/index.ts";
import { sampledFlow } from "../../hydraulics/index.ts";
import { formatNumber, formatSi, K95, type UnitSystem } from "../../quantity/index.ts";
import { heatStudy, type VisitParts } from "../../visit/index.ts";
import { bandText, one, read, si, type Work, worked } from "./figure.ts";

const totalHead: Work = ({ parts, situation, snapshot, units }) => {
  const { head } = parts.duty;
  const m = parts.measurement;
  if (!head || !m || !snapshot) return undefined;
  return {
    id: "total-head",
    group: "duty",
    name: "Total head",
    text: si(head.value, "length", units),
    band: bandText(head, "length", units),
    formula:
      m.suction.kind === "gauge"
        ? "H = (p_d − p_s)/ρg + z_d − z_s + (v_d² − v_s²)/2g"
        : "H = p_d/ρg + z_d − level + v_d²/2g + riser loss",
    inputs: [
      ...read("discharge gauge p_d", snapshot.dischargePressure),
      ...one("its height z_d", snapshot.dischargeGaugeHeight),
      ...read("suction gauge p_s", snapshot.suctionPressure),
      ...one("its height z_s", snapshot.suctionGaugeHeight),
      ...(m.suction.kind === "level"
        ? [worked("level", si(m.suction.level, "length", units))]
        : []),
      worked("density ρ", formatSi(situation.liquid.density, "density", units, 4)),
      ...(situation.riser.length > 0
        ? [worked("riser", `${situation.riser.length} elements, Darcy–Weisbach`)]
        : []),
    ],
    source:
      "ISO 9906:2012. A line full of liquid counts to the gauge, an empty one to the tapping.",
  };
};

const FLOW_FORMULA = {
  meter: "as metered",
  "level-change": "Q = A Δh/t + inflow",
  head: "the flow at which the curve has the measured head: H(Q) = H_curve(Q)",
  vapour:
    "the flow at which the curve, less what vapour takes at the NPSH the gauge shows, has the measured head",
  power: "the flow at which the curve takes the measured shaft power: P(Q) = P_curve(Q)",
} as const;

const FLOW_BY = {
  meter: "meter",
  "level-change": "level change",
  head: "head",
  vapour: "what the suction feeds",
  power: "power",
} as const;

/** Band of a flow found from head: sampled, since the curve bends and ends. */
function sampledBand(parts: VisitParts, near: number, units: UnitSystem): string {
  const { measurement, curve, tolerance } = parts;
  const s = measurement && curve && sampledFlow(measurement, curve, tolerance, near);
  if (!s) return "";
  const open = s.atEnds > 0.05 ? ", open at the end of the sheet" : "";
  const low = si(s.low95, "flow", units).replace(/\s\S+$/, "");
  return `${low} to ${si(s.high95, "flow", units)}, 95 %${open}`;
}

const flow: Work = ({ parts, snapshot, units }) => {
  const best = parts.duty.flow;
  if (!best) return undefined;
  return {
    id: "flow",
    group: "duty",
    name: best.from === "meter" ? "Flow" : `Flow, by ${FLOW_BY[best.from]}`,
    text: si(best.value, "flow", units),
    band:
      best.from === "head" ? sampledBand(parts, best.value, units) : bandText(best, "flow", units),
    formula: FLOW_FORMULA[best.from],
    inputs: [
      ...(best.from === "meter" ? read("meter", snapshot?.flow) : []),
      ...parts.duty.alternatives.map((a) =>
        worked(`by ${FLOW_BY[a.from]} instead`, si(a.value, "flow", units)),
      ),
      ...(parts.duty.otherRoots.length > 0
        ? [
            worked(
              "the same head also at",
              parts.duty.otherRoots.map((q) => si(q, "flow", units)).join(", "),
            ),
          ]
        : []),
    ],
    source:
      "The flatter the curve, the wider the band: u(Q) = u(H)/|dH/dQ|, the curve's own tolerance included.",
  };
};

const againstCurve: Work = ({ parts }) => {
  const against = parts.duty.headAgainstCurve;
  if (!against) return undefined;
  const show = (v: number) => `${v > 0 ? "+" : ""}${formatNumber(v, 2)}`;
  return {
    id: "against-curve",
    group: "duty",
    name: "Head against the curve",
    text: `${show(against.value)} %`,
    band: `${show(against.value - K95 * against.u)} to ${show(against.value + K95 * against.u)} %, 95 %`,
    formula: "100 (H/H_curve − 1) at a flow known by other means",
    inputs: [
      worked(
        "the curve's own tolerance",
        `±${formatNumber(100 * parts.tolerance.head, 2)} % of head, ±${formatNumber(100 * parts.tolerance.flow, 2)} % of flow`,
      ),
    ],
    source:
      "ISO 9906:2012 acceptance grades. Under the curve is said only when the whole band is clear of the tolerance.",
  };
};

const ofBest: Work = ({ parts, situation, units }) => {
  const { curve, duty } = parts;
  const best = situation.statedBestFlow ?? (curve && bestEfficiencyFlow(curve));
  if (best === undefined || !duty.flow) return undefined;
  return {
    id: "of-best",
    group: "duty",
    name: "Of best-efficiency flow",
    text: `${formatNumber((100 * duty.flow.value) / best, 3)} %`,
    band: "",
    formula: "Q/Q_BEP, Q_BEP where Q H/P is greatest",
    inputs: [worked("best-efficiency flow", si(best, "flow", units))],
    source: "Preferred 70 to 120 % (80 to 115 % at high specific speed), ANSI/HI 9.6.3.",
  };
};

const efficiency: Work = ({ parts, situation, units }) => {
  const { head, flow: q } = parts.duty;
  const p = parts.electrical.shaftPower;
  if (!head || !q || !p || q.from === "power" || p.value <= 0 || q.value <= 0) return undefined;
  const value = hydraulicEfficiency(q.value, head.value, p.value, situation.liquid.density);
  const u = value * Math.hypot(head.u / head.value, q.u / q.value, p.u / p.value);
  return {
    id: "efficiency",
    group: "duty",
    name: "Pump efficiency",
    text: `${formatNumber(100 * value, 2)} %`,
    band: `${formatNumber(100 * (value - K95 * u), 2)} to ${formatNumber(100 * (value + K95 * u), 2)} %, 95 %`,
    formula: "η = ρ g Q H/P",
    inputs: [
      worked("flow", si(q.value, "flow", units)),
      worked("head", si(head.value, "length", units)),
      worked("shaft power", si(p.value, "power", units)),
    ],
    source: "ISO 9906:2012. With the flow from the head it is as sure as the curve, no surer.",
  };
};

const deadHead: Work = ({ situation, parts, units }) => {
  const heat = heatStudy(situation, parts).deadHead;
  if (!heat) return undefined;
  return {
    id: "dead-head",
    group: "duty",
    name: "Shut valve, to the heat limit",
    text: `${formatNumber(heat.seconds / 60, 2)} min`,
    band: "",
    formula: "dT/dt = P/(ρ V c_p), no heat lost",
    inputs: [
      worked("limit", si(heat.limit, "temperature", units)),
      worked("rise", `${formatNumber(60 * heat.rate, 2)} K/min`),
      worked(
        "liquid in the casing",
        heat.volumeFrom === "stated"
          ? "as stated"
          : "estimated from the ports, within a factor of two",
      ),
    ],
    source: "A limit, not a target: seconds are enough for a shut-off reading.",
  };
};

const passing: Work = ({ situation, parts }) => {
  const warming = heatStudy(situation, parts).passing;
  if (warming === undefined || warming < 0.05) return undefined;
  return {
    id: "passing",
    group: "duty",
    name: "Warmed on its way through",
    text: `${formatNumber(warming, 2)} K`,
    band: "",
    formula: "ΔT = g H (1/η − 1)/c_p",
    inputs: [worked("specific heat", "4186 J/(kg K), water's")],
    source: "What the pump does not turn into head ends as heat; it grows fast toward shut-off.",
  };
};

/** In the order they are shown. */
export const DUTY_FIGURES: readonly Work[] = [
  totalHead,
  flow,
  againstCurve,
  ofBest,
  efficiency,
  deadHead,
  passing,
];
