/** Power, load, balance, limits, slip, start. */
import type { CaseSnapshot } from "../../case/index.ts";
import { formatNumber, K95 } from "../../quantity/index.ts";
import { voltsOverPlate } from "../../drive/index.ts";
import {
  driveShare,
  driveStudy,
  meanVolts,
  type Situation,
  type Snapshot,
} from "../../visit/index.ts";
import { bandText, read, si, type FigureInput, type Work, worked } from "./figure.ts";

const shaftPower: Work = ({ parts, situation, snapshot, units }) => {
  const p = parts.electrical.shaftPower;
  if (!p) return undefined;
  const metered = parts.electrical.inputPower !== undefined;
  const byAmps = fromAmps(situation, parts.snapshot);
  return {
    id: "shaft-power",
    group: "drive",
    name: "Shaft power",
    text: si(p.value, "power", units),
    band: bandText(p, "power", units),
    formula: metered ? "P = P_in η" : byAmps.formula,
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
            ...byAmps.inputs,
          ]),
    ],
    source: "Straight proportion of amps reads far too high below half load, so it is not used.",
  };
};

/** How a current tells the power here: what the plate's two currents are at these volts, and what a drive's frequency does. */
function fromAmps(
  situation: Situation,
  snapshot: Snapshot,
): { readonly formula: string; readonly inputs: readonly FigureInput[] } {
  const ratio = driveShare(situation, snapshot);
  const v = voltsOverPlate(situation.motor ?? {}, meanVolts(snapshot), ratio);
  const [driven, off] = [Math.abs(ratio - 1) > 0.001, Math.abs(v - 1) > 0.001];
  return {
    formula: `P = x P_plate${driven ? " f" : ""}, I² = I₀² + (I_FL² − I₀²) x²${off ? " with I₀ v and I_FL/v" : ""}`,
    inputs: [
      ...(driven ? [worked("frequency over plate f", ratio.toFixed(3))] : []),
      ...(off ? [worked("volts over plate v", v.toFixed(3))] : []),
    ],
  };
}

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

/** In the order they are shown. */
export const DRIVE_FIGURES: readonly Work[] = [
  shaftPower,
  load,
  imbalance,
  voltages,
  limit,
  slip,
  start,
];
