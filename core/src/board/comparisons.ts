/** What disagrees with what: each pair of figures that ought to match, and how it was worked out. */
import { type Diagnosis, readingId } from "../diagnosis/index.ts";
import type { MotorPlate } from "../drive/index.ts";
import { curveEnd, readCurve } from "../curve/index.ts";
import { formatNumber, formatRpm, formatSi, K95, type UnitSystem } from "../quantity/index.ts";
import { DEFAULT_MARGIN, wantedNpsh } from "../suction/index.ts";
import { isClear } from "./unexplained.ts";

/** One line of the Compare step: two ways to the same figure, or a figure against its limit. */
export interface Comparison {
  readonly title: string;
  readonly sentence: string;
  readonly tone: "fine" | "watch" | "now";
  readonly workedOut: string;
}

const FROM = {
  meter: "the meter",
  "level-change": "the timed level",
  head: "the head on the curve",
  vapour: "what the suction feeds",
  power: "the shaft power",
} as const;

/** Every comparison the readings allow, in the order of the flow through the pump. */
export function compareAll(d: Diagnosis, units: UnitSystem): Comparison[] {
  return [suction, npshMargin, headOnCurve, twoFlows, load, balance, speed].flatMap(
    (f) => f(d, units) ?? [],
  );
}

type Compare = (d: Diagnosis, units: UnitSystem) => Comparison | undefined;

const metres = (v: number, units: UnitSystem) => formatSi(v, "length", units);

const suction: Compare = ({ parts }, units) => {
  const lost = parts?.npsh.unexplainedLoss;
  if (!lost) return undefined;
  const clear = isClear(lost);
  const size = metres(Math.abs(lost.value), units);
  return {
    title: "Suction gauge against level and pipe",
    sentence: !clear
      ? `They agree: ${size} apart, within what gauge and drawing can tell.`
      : lost.value > 0
        ? `${size} is going missing that level and pipe do not explain.`
        : `${size} more than level and pipe allow: check the gauge and the level.`,
    tone: clear ? "now" : "fine",
    workedOut:
      "NPSH from the layout, (p_atm + p_surface − p_v)/ρg + level − loss·(Q/Q₀)², minus NPSH from the gauge, (p_atm + p_s − p_v)/ρg + z + v²/2g.",
  };
};

const npshMargin: Compare = ({ parts }, units) => {
  const { available, required, margin } = parts?.npsh ?? {};
  if (!available || required === undefined || margin === undefined) return undefined;
  const target = wantedNpsh(DEFAULT_MARGIN, required) - required;
  return {
    title: "NPSH available against required",
    sentence: `${metres(available.value, units)} available, ${metres(required, units)} required: ${
      margin < 0 ? "short by" : "a margin of"
    } ${metres(Math.abs(margin), units)}.`,
    tone: margin < 0 ? "now" : margin < target ? "watch" : "fine",
    workedOut:
      "Required is the curve's 3 % figure at this flow and speed (N²). The margin wanted is the greater of 30 % of it and a fixed head, 1 m (3.3 ft).",
  };
};

const headOnCurve: Compare = ({ parts }, units) => {
  const against = parts?.duty.headAgainstCurve;
  if (!parts || !against) return undefined;
  const low = against.value - K95 * against.u;
  const high = against.value + K95 * against.u;
  const words = {
    below: "Clear of the curve's own tolerance: under the curve.",
    above: "Clear of the curve's own tolerance: over the curve.",
    "within-band": "Within what the curve's tolerance and the gauges can tell.",
    "outside-curve": "The flow lies beyond the sheet.",
    "no-curve": "",
  }[parts.duty.verdict];
  return {
    title: "Head against the rated curve",
    sentence: `${signed(against.value)} % (${signed(low)} to ${signed(high)} %). ${words}`,
    tone: parts.duty.verdict === "within-band" ? "fine" : "now",
    workedOut: `H = (p_d − p_s)/ρg + z_d − z_s + (v_d² − v_s²)/2g = ${
      parts.duty.head ? metres(parts.duty.head.value, units) : "–"
    }, against the curve at the actual speed (Q ∝ N, H ∝ N²). Band: gauge class, division and heights, 95 %.`,
  };
};

const twoFlows: Compare = ({ parts }, units) => {
  const { flow, alternatives, disagreement } = parts?.duty ?? {};
  const other = alternatives?.[0];
  if (!flow || !other || disagreement === undefined) return undefined;
  const show = (q: number) => formatSi(q, "flow", units);
  return {
    title: "Flow two ways",
    sentence: `${show(flow.value)} by ${FROM[flow.from]}, ${show(other.value)} by ${FROM[other.from]}: ${
      disagreement < 2 ? "they agree within their bands." : "they disagree, and that is evidence."
    }`,
    tone: disagreement < 2 ? "fine" : disagreement < 3 ? "watch" : "now",
    workedOut: `Disagreement |Q₁ − Q₂|/√(u₁² + u₂²) = ${formatNumber(disagreement, 2)}; above 2 is rare by chance.`,
  };
};

/** The winding burns by its own current: a mean below the plate hides a phase above it. */
function phasesOverPlate(
  amps: readonly ({ readonly value: number; readonly u: number } | undefined)[],
  { current, serviceFactor = 1, serviceFactorCurrent }: MotorPlate,
): string {
  const most = serviceFactorCurrent ?? (current ?? Number.POSITIVE_INFINITY) * serviceFactor;
  const over = amps.flatMap((a, i) => (a && a.value > most ? [{ i, value: a.value }] : []));
  const [worst] = over.toSorted((a, b) => b.value - a.value);
  if (!worst || !current) return "";
  const name = amps.length > 1 ? `L${worst.i + 1}` : "The current";
  const share = formatNumber((100 * worst.value) / current, 2);
  return over.length > 1
    ? ` ${over.length} phases are above the plate, ${name} the most: ${share} % of its current.`
    : ` ${name} is above the plate: ${share} % of its current.`;
}

const load: Compare = ({ parts, situation }, units) => {
  const p = parts?.electrical.shaftPower;
  const x = parts?.electrical.loadFraction;
  if (!parts || !p || !x || !situation.motor) return undefined;
  const flow = parts.duty.flow;
  const rated =
    parts.curve &&
    flow &&
    flow.from !== "power" &&
    flow.from !== "vapour" &&
    flow.value <= curveEnd(parts.curve)
      ? readCurve(parts.curve, flow.value).power
      : undefined;
  const limit = situation.motor.serviceFactor ?? 1;
  const over = phasesOverPlate(parts.snapshot.amps, situation.motor);
  const beside =
    rated === undefined ? "" : `; the curve says ${formatSi(rated, "power", units)} at this flow`;
  return {
    title: "Motor load",
    sentence: `${formatSi(p.value, "power", units)} at the shaft, ${formatNumber(100 * x.value, 2)} % of the plate${beside}.${over}`,
    tone: x.value > limit || over !== "" ? "now" : "fine",
    workedOut:
      "I² = I₀² + (I_FL² − I₀²)·x² with the no-load current I₀ from the plate or estimated by size; straight proportion of amps reads too high below half load.",
  };
};

const balance: Compare = ({ parts }) => {
  const a = parts?.electrical.amps;
  if (!parts || !a) return undefined;
  const { imbalanceWithheld, lostPhase, uAmpsPercent, volts } = parts.electrical;
  const beside = volts ? ` Voltages ${formatNumber(volts.percent, 2)} %.` : "";
  const verdict =
    lostPhase !== undefined
      ? `L${lostPhase + 1} carries nothing. Stop now.`
      : imbalanceWithheld
        ? "The clamp's own error covers the limit: no verdict. Take several turns through the jaw."
        : { ok: "Even.", note: "Worth a note.", alarm: "Too much.", stop: "Too much." }[a.band];
  return {
    title: "Currents between phases",
    sentence: `${formatNumber(a.percent, 2)} % apart. ${verdict}${beside}`,
    tone:
      lostPhase !== undefined || a.band === "alarm" ? "now" : a.band === "note" ? "watch" : "fine",
    workedOut: `max |I − mean| / mean. 5 % is a note, 10 % an alarm; the clamp adds ±${formatNumber(
      K95 * (uAmpsPercent ?? 0),
      2,
    )} points (95 %).`,
  };
};

const speed: Compare = ({ posterior, parts }) => {
  const id = readingId(parts?.snapshot.key ?? "", "speed");
  const item = posterior.items.find((i) => i.id === id);
  const healthy = posterior.causes.find((c) => c.row.id === "healthy");
  const expected = healthy?.predicted.get(id);
  if (!item?.reading || expected === undefined) return undefined;
  const percent = 100 * (item.reading.seen / expected - 1);
  return {
    title: "Speed against plate and slip",
    sentence: `${formatRpm(item.reading.seen)} read, ${formatRpm(expected)} expected at this load (${signed(percent)} %).`,
    tone: Math.abs(percent) > 2 ? "now" : "fine",
    workedOut: "N = N_sync − (N_sync − N_plate)·x, x the load the current tells.",
  };
};

const signed = (v: number): string => `${v > 0 ? "+" : ""}${formatNumber(v, 2)}`;
