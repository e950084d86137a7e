/** The first thing a technician reads: pump or system, how sure, and from what. */
import type { CauseId } from "../case/index.ts";
import { readCurve } from "../curve/index.ts";
import { band, formatNumber, formatSi, type UnitSystem } from "../quantity/index.ts";
import { isIndependent } from "../hydraulics/index.ts";
import { accountsFor } from "./accounts-for.ts";
import { isSilence } from "./evidence.ts";
import type { CauseRow, CauseSide, SaidSize } from "./tables/causes/index.ts";
import type { Diagnosis } from "./diagnose.ts";
import type { MissingReading } from "./next-reading.ts";
import type { PosteriorCause } from "./posterior.ts";

export type Tone = "now" | "watch" | "proven" | "plain";

export interface Verdict {
  /** Starts with pump or system. */
  readonly lead: string;
  /** What goes with it, from the leading cause. */
  readonly claim: string;
  readonly tone: Tone;
  /** The figures behind it. */
  readonly detail: string;
}

const SURE = 0.9;
const LIKELY = 0.5;

const LEADS: Readonly<Record<CauseSide, { readonly sure: string; readonly likely: string }>> = {
  pump: { sure: "Pump, not system.", likely: "Pump rather than system" },
  system: { sure: "System, not pump.", likely: "System rather than pump" },
  drive: {
    sure: "Pump and system are held back by the drive.",
    likely: "Pump and system look held back by the drive",
  },
  instrument: {
    sure: "Pump and system can wait: a gauge is wrong.",
    likely: "Pump and system may be right and a gauge wrong",
  },
  none: { sure: "Pump and system are in order.", likely: "Pump and system look in order" },
  unclear: { sure: "Pump or system: not decided yet.", likely: "Pump or system: not decided yet" },
};

/**
 * Puts a diagnosis into two sentences and a line of figures, all from the result itself.
 * @param missing - readings not taken, the most telling first
 */
export function verdictOf(
  diagnosis: Diagnosis,
  missing: readonly MissingReading[],
  units: UnitSystem,
): Verdict {
  const { result, situation } = diagnosis;
  const nothingRead = diagnosis.posterior.items.every((i) => isSilence(i) || i.kind === "margin");
  const firstMissing = missing[0]?.name;
  if (nothingRead) {
    return {
      lead: "Pump or system: nothing read yet.",
      claim: firstMissing
        ? `Start with the ${firstMissing}.`
        : "Start with what can be seen and heard.",
      tone: "plain",
      detail: situation.curve ? "" : "Without a rated curve, suction and drive still speak.",
    };
  }
  const { pumpOrSystem, probability } = result.where;
  const [first, second] = result.causes;
  const rowOf = (id: CauseId | undefined) =>
    diagnosis.posterior.causes.find((c) => c.row.id === id)?.row;
  const row = rowOf(first?.id);
  const rival = rowOf(second?.id);
  if (first && undecided(first.probability, pumpOrSystem) && !pointsAnywhere(diagnosis)) {
    return {
      lead: "Pump or system: nothing read or told so far points to a fault.",
      claim: firstMissing
        ? `Look and listen, and read the ${firstMissing}.`
        : "Look and listen; that is not written down yet.",
      tone: "plain",
      detail: [headLine(diagnosis, units), flowLine(diagnosis)].filter((l) => l !== "").join(" "),
    };
  }
  const said = LEADS[pumpOrSystem];
  const open = undecided(first?.probability ?? 0, pumpOrSystem);
  const lead =
    pumpOrSystem === "unclear" || probability >= SURE
      ? said.sure
      : `${said.likely}, ${formatNumber(100 * probability, 2)} % sure.`;
  const claim =
    !row || (open && rival)
      ? `${row?.name ?? ""} or ${rival?.name.toLowerCase() ?? "something else"}?`
      : row.claim(sizeSaid(diagnosis, row, units));
  return {
    lead,
    claim,
    tone: open ? "plain" : pumpOrSystem === "none" ? "proven" : "now",
    detail: [
      headLine(diagnosis, units),
      flowLine(diagnosis),
      accountsFor(diagnosis, units),
      missingLine(diagnosis, missing[0]),
    ]
      .filter((l) => l !== "")
      .join(" "),
  };
}

const undecided = (probability: number, side: CauseSide): boolean =>
  side === "unclear" || probability < LIKELY;

/** Bits by which all that was read, seen and told must prefer a fault to a sound pump before it is named. */
const POINTS = 0.5;
/** A fault less likely is not what anything points to. */
const IN_QUESTION = 0.1;

/** Whether anything points at a fault, or those that lead do so only because they are common. */
function pointsAnywhere({ posterior: { causes } }: Diagnosis): boolean {
  const told = (c: PosteriorCause) => Math.log2(c.probability / c.prior);
  const sound = causes.find((c) => c.row.id === "healthy");
  return (
    sound === undefined ||
    causes.some((c) => c.probability > IN_QUESTION && told(c) - told(sound) > POINTS)
  );
}

/** Bits that some reading must give a cause before its size is said: else the size is what is usual, not what was read. */
const CARRIES_A_SIZE = 0.3;

/** The size of a cause with its band, as it shows today; null where no reading carries one. */
function sizeSaid(diagnosis: Diagnosis, row: CauseRow, units: UnitSystem): SaidSize | null {
  const { posterior } = diagnosis;
  const index = posterior.causes.findIndex((c) => c.row.id === row.id);
  const carried = posterior.items.some(
    (i) => i.reading && posterior.bits(i, index) > CARRIES_A_SIZE,
  );
  const size = carried ? sizeToday(diagnosis, index) : undefined;
  if (!size) return null;
  const [low, high] = [size.low95, size.high95].map(Math.abs).sort((a, b) => a - b);
  const said = (show: (v: number) => string, unit: string): string => {
    const [value = "", from = "", to = ""] = [Math.abs(size.value), low, high].map((v) =>
      show(v ?? 0),
    );
    return from === to ? `${value} ${unit}` : `${value} ${unit} (${from} to ${to})`;
  };
  const unit = units === "us" ? "ft" : "m";
  // A tenth of what is said, however large it is.
  const digits = (high ?? 0) >= 10 ? 3 : 2;
  const metres = (v: number) => formatSi(v, "length", units, digits).replace(/ .*/, "");
  return {
    below: size.value < 0,
    percent: said((v) => formatNumber(100 * v, 2), "%"),
    metres: said(metres, unit),
  };
}

/**
 * Size of a cause as it shows today. What gauge, level and pipe tell of lost suction is nearer than the few
 * sizes that are tried, and is what the Board draws.
 */
function sizeToday({ posterior, parts }: Diagnosis, index: number): Banded | undefined {
  const cause = posterior.causes[index];
  const size = cause?.severity;
  if (!size || !cause.row.growsWithFlow) return size ?? undefined;
  const measured = parts?.npsh.unexplainedLoss;
  if (measured && measured.value > 0) {
    const { low95, high95 } = band(measured);
    return { value: measured.value, low95: Math.max(0, low95), high95 };
  }
  const key = parts?.snapshot.key ?? "";
  const [state, setting] = [cause.states.get(key), cause.settings.get(key)];
  if (!state || !setting) return size;
  const today = (state.flow / setting.suction.referenceFlow) ** 2;
  return {
    value: size.value * today,
    low95: size.low95 * today,
    high95: size.high95 * today,
  };
}

interface Banded {
  readonly value: number;
  readonly low95: number;
  readonly high95: number;
}

/** Below this many bits a missing reading is not worth a sentence. */
const WORTH_A_SENTENCE = 0.15;

function missingLine({ result }: Diagnosis, missing: MissingReading | undefined): string {
  const settled = (result.causes[0]?.probability ?? 0) > SURE;
  const worth = missing && missing.bits > WORTH_A_SENTENCE;
  return !settled && worth ? `The ${missing.name} would tell most now.` : "";
}

function headLine({ parts }: Diagnosis, units: UnitSystem): string {
  const head = parts?.duty.head;
  if (!head) return "";
  const b = band(head);
  const metres = (v: number) => formatSi(v, "length", units);
  const range = `${formatSi(b.low95, "length", units).replace(/ .*/, "")} to ${metres(b.high95)}`;
  const independent = [parts.duty.flow, ...parts.duty.alternatives].find(
    (f) => f && isIndependent(f),
  );
  const boils = parts.duty.flow?.from === "vapour" ? parts.duty.flow : undefined;
  if (boils && parts.curve) {
    const rated = readCurve(parts.curve, boils.value).head ?? 0;
    const fed = formatSi(boils.value, "flow", units, 2);
    return `Head ${metres(head.value)} (${range}): it boils, and the suction feeds about ${fed}, where ${metres(rated)} is rated.`;
  }
  const curveHead = parts.curve && independent && readCurve(parts.curve, independent.value).head;
  const by = independent?.from === "meter" ? "the metered flow" : "the flow its power tells";
  const against = curveHead ? ` against ${metres(curveHead)} rated at ${by}` : "";
  return `Head ${metres(head.value)} (${range})${against}.`;
}

/** Short by so much of its duty nothing flows [%]. */
const NOTHING = 98;

function flowLine({ parts, situation }: Diagnosis): string {
  const flow = parts?.duty.flow;
  // A fire-water pump is tested at flows that nobody's duty asks for.
  if (!flow || !situation.duty || situation.family === "fire") return "";
  const percent = 100 * (flow.value / situation.duty.flow - 1);
  const u = (100 * flow.u) / situation.duty.flow;
  if (Math.abs(percent) < Math.max(3, u)) return "Flow is about its duty.";
  if (percent < -NOTHING) return "Nothing flows.";
  return `Flow is ${formatNumber(Math.abs(percent), 2)} % ${percent < 0 ? "short of" : "over"} its duty.`;
}
