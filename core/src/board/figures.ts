/** Every figure of a visit with how it was worked out: formula, inputs as written, source, band. */
import type { CaseFile, CaseSnapshot } from "../case/index.ts";
import { bestEfficiencyFlow, hydraulicEfficiency } from "../curve/index.ts";
import type { Diagnosis } from "../diagnosis/index.ts";
import {
  type Dimension,
  formatNumber,
  formatRpm,
  formatSi,
  K95,
  type Quantity,
  type Uncertain,
  type UnitSystem,
} from "../quantity/index.ts";
import { lineLossHazenWilliams, sampledFlow } from "../hydraulics/index.ts";
import { lossAt } from "../suction/index.ts";
import {
  driveStudy,
  heatStudy,
  layoutOf,
  type Situation,
  type VisitParts,
} from "../visit/index.ts";

export type FigureGroup = "duty" | "suction" | "drive" | "place";

interface FigureInput {
  readonly name: string;
  /** As written where it was read, else as worked out. */
  readonly text: string;
}

export interface Figure {
  readonly id: string;
  readonly group: FigureGroup;
  readonly name: string;
  readonly text: string;
  /** "36.9 to 39.3 m, 95 %"; empty when the figure carries no band. */
  readonly band: string;
  readonly formula: string;
  readonly inputs: readonly FigureInput[];
  readonly source: string;
}

interface Scene {
  readonly file: CaseFile;
  readonly snapshot: CaseSnapshot | undefined;
  readonly situation: Situation;
  readonly parts: VisitParts;
  readonly units: UnitSystem;
}

/** Figures the readings allow, in the order of the flow through the pump. */
export function figuresOf(file: CaseFile, d: Diagnosis, units: UnitSystem): Figure[] {
  const { situation, parts } = d;
  if (!parts) return [];
  const index = situation.snapshots.indexOf(parts.snapshot);
  const scene: Scene = { file, situation, parts, units, snapshot: file.snapshots[index] };
  return [
    totalHead,
    flow,
    againstCurve,
    ofBest,
    efficiency,
    deadHead,
    passing,
    available,
    fromLayout,
    required,
    margin,
    shaftPower,
    load,
    imbalance,
    voltages,
    limit,
    slip,
    start,
    air,
    liquid,
    speed,
  ].flatMap((work) => work(scene) ?? []);
}

type Work = (scene: Scene) => Figure | undefined;

const si = (v: number, dimension: Dimension, units: UnitSystem) => formatSi(v, dimension, units);

/** The 95 % band in the reader's unit. */
function bandText({ value, u }: Uncertain, dimension: Dimension, units: UnitSystem): string {
  if (!(u > 0)) return "";
  const low = formatSi(value - K95 * u, dimension, units).replace(/\s\S+$/, "");
  return `${low} to ${formatSi(value + K95 * u, dimension, units)}, 95 %`;
}

const asWritten = (list: readonly Quantity[]): string => list.map((q) => q.text).join(", ");

/** An input that was read; left out when it was not. */
const read = (name: string, list: readonly Quantity[] | undefined): FigureInput[] =>
  list && list.length > 0 ? [{ name, text: asWritten(list) }] : [];

const one = (name: string, q: Quantity | undefined): FigureInput[] => read(name, q ? [q] : []);

const worked = (name: string, text: string): FigureInput => ({ name, text });

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
      worked("density ρ", `${formatNumber(situation.liquid.density, 4)} kg/m³`),
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
  power: "the flow at which the curve takes the measured shaft power: P(Q) = P_curve(Q)",
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
    name: best.from === "meter" ? "Flow" : `Flow, by ${best.from.replace("-", " ")}`,
    text: si(best.value, "flow", units),
    band:
      best.from === "head" ? sampledBand(parts, best.value, units) : bandText(best, "flow", units),
    formula: FLOW_FORMULA[best.from],
    inputs: [
      ...(best.from === "meter" ? read("meter", snapshot?.flow) : []),
      ...parts.duty.alternatives.map((a) =>
        worked(`by ${a.from.replace("-", " ")} instead`, si(a.value, "flow", units)),
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
      worked("air p_atm", `${formatNumber(situation.atmosphere / 1000, 4)} kPa abs`),
      worked(
        "vapour pressure p_v",
        `${formatNumber(situation.liquid.vapourPressure / 1000, 3)} kPa abs`,
      ),
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
      "Schools differ: equality, a fixed head, a ratio. Wanted here is the greater of 1.3 times and 1 m more.",
  };
};

const shaftPower: Work = ({ parts, situation, snapshot, units }) => {
  const p = parts.electrical.shaftPower;
  if (!p) return undefined;
  const metered = parts.electrical.inputPower !== undefined;
  return {
    id: "shaft-power",
    group: "drive",
    name: "Shaft power",
    text: si(p.value, "power", units),
    band: bandText(p, "power", units),
    formula: metered ? "P = P_in η" : "P = x P_plate, I² = I₀² + (I_FL² − I₀²) x²",
    inputs: [
      ...(metered ? read("input power", snapshot?.inputPower) : ampsRead(snapshot)),
      ...(metered
        ? []
        : [
            worked(
              "no-load current",
              situation.motor?.noLoadCurrent
                ? `${formatNumber(situation.motor.noLoadCurrent, 3)} A, from the plate`
                : "estimated from size and poles, ±25 %",
            ),
          ]),
    ],
    source: "Straight proportion of amps reads far too high below half load, so it is not used.",
  };
};

const ampsRead = (snapshot: CaseSnapshot | undefined): FigureInput[] =>
  (snapshot?.amps ?? []).flatMap((a, i, all) =>
    read(all.length === 3 ? `L${i + 1}` : "current", a),
  );

const load: Work = ({ parts, situation }) => {
  const x = parts.electrical.loadFraction;
  if (!x || !situation.motor) return undefined;
  return {
    id: "load",
    group: "drive",
    name: "Load of the plate",
    text: `${formatNumber(100 * x.value, 2)} %`,
    band: `${formatNumber(100 * (x.value - K95 * x.u), 2)} to ${formatNumber(100 * (x.value + K95 * x.u), 2)} %, 95 %`,
    formula: "P/P_plate",
    inputs: [worked("plate", `${formatNumber(situation.motor.power / 1000, 3)} kW`)],
    source: "From current or power as above.",
  };
};

const imbalance: Work = ({ parts, snapshot }) => {
  const { amps, uAmpsPercent, imbalanceWithheld } = parts.electrical;
  if (!amps) return undefined;
  return {
    id: "imbalance",
    group: "drive",
    name: "Currents apart",
    text: `${formatNumber(amps.percent, 2)} %${imbalanceWithheld ? ", no verdict" : ""}`,
    band:
      uAmpsPercent === undefined
        ? ""
        : `±${formatNumber(K95 * uAmpsPercent, 2)} points from the clamp, 95 %`,
    formula: "max |I − mean|/mean",
    inputs: ampsRead(snapshot),
    source:
      "NEMA MG 1. 5 % is a note, 10 % an alarm; no verdict while the clamp's band covers the limit.",
  };
};

const voltages: Work = ({ parts, situation, snapshot }) => {
  const v = parts.electrical.volts;
  if (!v) return undefined;
  const study = driveStudy(situation, parts.snapshot, parts.electrical);
  const factor = study.derating;
  const ratio = study.imbalanceRatio;
  return {
    id: "voltages",
    group: "drive",
    name: "Voltages apart",
    text: `${formatNumber(v.percent, 2)} %`,
    band: "",
    formula: "max |V − mean|/mean",
    inputs: [
      ...(snapshot?.volts ?? []).flatMap((a, i) => read(`L${i + 1}`, a)),
      worked(
        "motor may give",
        factor === undefined
          ? "nothing: do not run it"
          : `${formatNumber(100 * factor, 3)} % of its plate`,
      ),
      ...(ratio === undefined
        ? []
        : [
            worked(
              "currents over voltages",
              `${formatNumber(ratio, 2)} times${ratio > 10 ? ": more than the supply explains" : ""}`,
            ),
          ]),
      ...(study.behindDrive ? [worked("behind a drive", "these are the drive's own phases")] : []),
    ],
    source: "NEMA MG 1: 1 % note, 2 % alarm, over 5 % do not run; its derating curve.",
  };
};

const LIMIT_FROM = {
  "service-factor-amps": "service-factor amps on the plate",
  "full-load-times-service-factor": "full-load amps × service factor",
  "full-load": "full-load amps on the plate",
} as const;
const PHASE_WORDS = {
  overload: "over it",
  "at-limit": "at it, within the clamp's error",
  normal: "under it",
  underload: "hardly loaded",
} as const;

const limit: Work = ({ parts, situation }) => {
  const study = driveStudy(situation, parts.snapshot, parts.electrical);
  if (!study.limit || study.phases.every((p) => p === undefined)) return undefined;
  return {
    id: "limit",
    group: "drive",
    name: "Current a phase may carry",
    text: `${formatNumber(study.limit.amps, 3)} A`,
    band: "",
    formula: LIMIT_FROM[study.limit.from],
    inputs: study.phases.flatMap((p, i, all) =>
      p ? [worked(all.length === 3 ? `L${i + 1}` : "current", PHASE_WORDS[p])] : [],
    ),
    source:
      "Less the derating for voltage imbalance. Over it is said only with the whole band over.",
  };
};

const slip: Work = ({ parts, situation, snapshot }) => {
  const study = driveStudy(situation, parts.snapshot, parts.electrical);
  if (study.slipPercent === undefined || study.loadFromSpeed === undefined) return undefined;
  return {
    id: "slip",
    group: "drive",
    name: "Slip",
    text: `${formatNumber(study.slipPercent, 2)} %`,
    band: "",
    formula: "(N_sync − N)/N_sync; load = (N_sync − N)/(N_sync − N_plate)",
    inputs: [
      ...read("speed", snapshot?.speed),
      worked("load by slip alone", `${formatNumber(100 * study.loadFromSpeed, 2)} %`),
    ],
    source: "Plate speed is rounded and changes with heat: slip tells the load to about ±20 %.",
  };
};

const INRUSH_WORDS = {
  low: "low: soft start or star, or a meter too slow to catch it",
  usual: "usual",
  high: "high: low voltage, a jammed pump or a wrong connection",
} as const;

const start: Work = ({ parts, situation, snapshot }) => {
  const found = driveStudy(situation, parts.snapshot, parts.electrical).inrush;
  if (!found) return undefined;
  return {
    id: "inrush",
    group: "drive",
    name: "Start current",
    text: `${formatNumber(found.ratio, 2)} × full load`,
    band: "",
    formula: "I_start/I_FL",
    inputs: [...read("captured", snapshot?.inrush), worked("that is", INRUSH_WORDS[found.outcome])],
    source: "5 to 8 times is usual for a cage motor switched straight on.",
  };
};

const air: Work = ({ file, situation }) => {
  const { barometer, altitude } = file.site ?? {};
  return {
    id: "air",
    group: "place",
    name: "Air pressure",
    text: `${formatNumber(situation.atmosphere / 1000, 4)} kPa abs`,
    band: barometer ? "" : "weather moves it by about 3 %",
    formula: barometer ? "as read, station pressure" : "101.325 kPa (1 − 0.0065 h/288.15)^5.256",
    inputs: barometer ? one("barometer", barometer) : one("altitude", altitude),
    source: barometer
      ? "A reading at the place, not corrected to sea level."
      : "ISO 2533 standard atmosphere.",
  };
};

const LIQUID_SOURCE = {
  water: "IAPWS SR1-86, SR6-08 and R12-08.",
  "sea-water": "Millero and Poisson 1981; Sharqawy and others 2010.",
  "ethylene-glycol": "Melinder 2010; vapour by Raoult's law.",
  "propylene-glycol": "Melinder 2010; vapour by Raoult's law.",
  table: "This liquid's own table, straight between its rows.",
} as const;

const liquid: Work = ({ file, situation, units }) => ({
  id: "liquid",
  group: "place",
  name: "Density",
  text: `${formatNumber(situation.liquid.density, 4)} kg/m³`,
  band: "",
  formula: `${situation.named.name.replace("-", " ")} at its temperature`,
  inputs: [
    ...one("temperature", file.site?.temperature),
    ...(file.site?.concentration === undefined
      ? []
      : [worked("concentration", `${formatNumber(100 * file.site.concentration, 3)} % by mass`)]),
    worked("viscosity", `${formatNumber(situation.liquid.kinematicViscosity * 1e6, 3)} mm²/s`),
    worked("vapour pressure", si(situation.liquid.vapourPressure, "pressure", units) + " abs"),
  ],
  source: LIQUID_SOURCE[situation.named.name],
});

const speed: Work = ({ parts, snapshot }) => {
  if (!parts.speed) return undefined;
  return {
    id: "speed",
    group: "place",
    name: parts.speed.measured ? "Speed" : "Speed, worked out",
    text: `${formatRpm(parts.speed.value)}`,
    band: `±${formatNumber(K95 * parts.speed.u, 2)} rpm, 95 %`,
    formula: parts.speed.measured ? "as read" : "N = N_sync − (N_sync − N_plate) x",
    inputs: read("tachometer", snapshot?.speed),
    source: "The curve is brought to this speed: Q ∝ N, H ∝ N², P ∝ N³.",
  };
};
