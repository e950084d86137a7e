/** What a demo pump's story is made of: visits, gauges, and short ways to write them. */
import type { CauseId } from "@yard-tack/core/case";
import type { Unit } from "@yard-tack/core/quantity";

export interface Visit {
  readonly daysAgo: number;
  readonly kind: "fingerprint" | "round" | "call";
  readonly title: string;
  readonly cause: CauseId;
  readonly severity: number;
  readonly found: string;
  readonly done: string;
  readonly closed: "cured" | "improved" | "as it should be";
  readonly atMotor?: AtMotor;
}

/** What is read at the motor besides its currents, as written: vibration at the bearing, each lead to earth, the winding. */
interface AtMotor {
  readonly vibration: string;
  readonly toEarth: readonly [string, string, string];
  readonly winding: string;
}

/** @param mohm - the least of the leads [MΩ] */
export const atMotor = (mmPerSecond: number, mohm: number, winding: number): AtMotor => ({
  vibration: `${mmPerSecond} mm/s`,
  toEarth: [`${mohm} Mohm`, `${mohm + 40} Mohm`, `${mohm + 20} Mohm`],
  winding: `${winding} degC`,
});

export interface GaugeStory {
  readonly unit: string;
  readonly low: string;
  readonly high: string;
  readonly percent: number;
  readonly division: string;
  readonly gaugeHeight: string;
  readonly tappingHeight?: string;
  readonly line: "full" | "empty";
}

export interface PumpStory {
  readonly tag: string;
  readonly purpose: string;
  readonly suction?: GaugeStory;
  readonly discharge: GaugeStory;
  /** Unit of a flow meter in the line, read with the gauges. */
  readonly metered?: Unit;
  /** Its discharge cannot or must not be shut. */
  readonly noShutOff?: boolean;
  /** How it is gone to; its counter as it was read. */
  readonly rounds?: {
    readonly hours: number;
    readonly twin: string;
    readonly counter: readonly { readonly daysAgo: number; readonly hours: number }[];
  };
  readonly plate: Readonly<Record<string, string>>;
  readonly visits: readonly Visit[];
}

export interface SiteStory {
  readonly name: string;
  readonly zone: string;
  readonly units: "metric" | "us";
  readonly altitude: string;
  readonly pumps: readonly PumpStory[];
}

export const fingerprint = (daysAgo: number, read?: AtMotor): Visit => ({
  daysAgo,
  ...(read ? { atMotor: read } : {}),
  kind: "fingerprint",
  title: "Fingerprint",
  cause: "healthy",
  severity: 0,
  found: "New, run in, at its duty.",
  done: "Both gauges zeroed and read; readings kept as this pump's own baseline.",
  closed: "as it should be",
});

export const round = (
  daysAgo: number,
  found: string,
  cause: CauseId = "healthy",
  severity = 0,
  read?: AtMotor,
): Visit => ({
  daysAgo,
  ...(read ? { atMotor: read } : {}),
  kind: "round",
  title: "Round",
  cause,
  severity,
  found,
  done: "Both gauges and the three currents read, terminals tightened.",
  closed: "as it should be",
});

export const HATCHERY_SUCTION: GaugeStory = {
  unit: "inHg",
  low: "-30 inHg",
  high: "15 psi",
  percent: 1.6,
  division: "1 inHg",
  gaugeHeight: "0.2 m",
  tappingHeight: "0.2 m",
  line: "full",
};

export const HATCHERY_DISCHARGE: GaugeStory = {
  unit: "bar",
  low: "0 bar",
  high: "6 bar",
  percent: 1.6,
  division: "0.1 bar",
  gaugeHeight: "0.5 m",
  line: "full",
};

/** A gauge on a metric pump: range in bar, full line. */
export const bar = (
  low: string,
  high: string,
  division: string,
  gaugeHeight: string,
): GaugeStory => ({
  unit: "bar",
  low: `${low} bar`,
  high: `${high} bar`,
  percent: 1.6,
  division: `${division} bar`,
  gaugeHeight,
  line: "full",
});

/** A gauge on a pump in US units. */
export const psi = (high: string, division: string, gaugeHeight: string): GaugeStory => ({
  unit: "psi",
  low: "0 psi",
  high: `${high} psi`,
  percent: 1.6,
  division: `${division} psi`,
  gaugeHeight,
  line: "full",
});

/** A compound gauge on a pump that lifts: its line stands empty. */
export const compound = (unit: "bar" | "inHg", height: string): GaugeStory => ({
  unit,
  low: unit === "bar" ? "-1 bar" : "-30 inHg",
  high: unit === "bar" ? "1.5 bar" : "15 psi",
  percent: 1.6,
  division: unit === "bar" ? "0.05 bar" : "1 inHg",
  gaugeHeight: height,
  tappingHeight: height,
  line: "empty",
});

/** A trouble met and cured before, read as it was found. */
export const call = (
  daysAgo: number,
  title: string,
  cause: readonly [CauseId, number],
  found: string,
  done: string,
  closed: Visit["closed"] = "cured",
): Visit => ({
  daysAgo,
  kind: "call",
  title,
  cause: cause[0],
  severity: cause[1],
  found,
  done,
  closed,
});
