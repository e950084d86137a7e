/** What a case tells of the pump's past, as the diagnosis uses it. */
import type { CaseFile, CauseId } from "../case/index.ts";

export interface PumpHistory {
  /** Causes found within {@link REPEAT_DAYS} before this visit. */
  readonly recent: readonly CauseId[];
  /** Causes found ever. */
  readonly earlier: readonly CauseId[];
  /** The last that was found of each gauge. */
  readonly suctionGauge: "good" | "bad" | undefined;
  readonly dischargeGauge: "good" | "bad" | undefined;
  /** Years since it was overhauled or, failing that, installed. */
  readonly yearsSinceOverhaul: number | undefined;
  /** Days since it was installed. */
  readonly daysInstalled: number | undefined;
}

/** A cause that comes back within this many days counts as a repeat. */
export const REPEAT_DAYS = 90;
const DAY_MS = 86_400_000;

/** The past of a pump against the day of the visit: the newest time a reading or a test carries. */
export function historyOfCase(file: CaseFile): PumpHistory {
  const times = [...file.snapshots.map((s) => s.time), ...file.tests.map((t) => t.time)]
    .filter((t) => t !== undefined)
    .map((t) => Date.parse(t));
  const visit = times.length > 0 ? Math.max(...times) : undefined;
  const daysBefore = (date: string | undefined): number | undefined =>
    date === undefined || visit === undefined ? undefined : (visit - Date.parse(date)) / DAY_MS;
  const found = file.history.toSorted(
    (a, b) => Date.parse(a.date ?? "") - Date.parse(b.date ?? ""),
  );
  const gauge = (side: "suction" | "discharge") => {
    const last = found.findLast((h) => h.gaugeFound?.startsWith(side));
    return last?.gaugeFound?.endsWith("bad") ? "bad" : last ? "good" : undefined;
  };
  const { overhauled, installed } = file.pump;
  const overhaul = daysBefore(overhauled ?? installed);
  return {
    recent: found.flatMap((h) => {
      const days = daysBefore(h.date);
      return days !== undefined && days >= 0 && days <= REPEAT_DAYS ? (h.causes ?? []) : [];
    }),
    earlier: found.flatMap((h) => h.causes ?? []),
    suctionGauge: gauge("suction"),
    dischargeGauge: gauge("discharge"),
    yearsSinceOverhaul: overhaul === undefined ? undefined : overhaul / 365.25,
    daysInstalled: daysBefore(installed),
  };
}
