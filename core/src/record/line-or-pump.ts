/** Where a change at the discharge gauge comes from: the line after the pump, a leak, or the pump. */
import type { Uncertain } from "../quantity/index.ts";
import { situationOf, type Snapshot } from "../visit/index.ts";
import { byTime, type YearVisit } from "./year-visit.ts";

/** Differences beyond this many standard uncertainties are none of the gauges'. */
const CLEAR = 2;

/**
 * More pressure and less flow is the line after the pump, less with more flow a leak, less with no more flow the pump.
 * Undefined where nothing moved, or one of the two was not read.
 */
export function lineOrPump(visits: readonly YearVisit[]): string | undefined {
  const sorted = byTime(visits);
  const base = sorted.find((v) => v.fingerprint) ?? sorted[0];
  const last = sorted.at(-1);
  if (!base || !last || base === last) return undefined;
  const of = ({ file }: YearVisit) =>
    situationOf(file).snapshots.find((s) => s.valve !== "shut" && s.running && s.discharge);
  const [then, now] = [of(base), of(last)];
  if (!then?.discharge || !now?.discharge) return undefined;
  const apart = (a: Uncertain, b: Uncertain) =>
    (b.value - a.value) / (Math.hypot(a.u, b.u) || 1e-9);
  const gauge = (s: NonNullable<Snapshot["discharge"]>): Uncertain => ({
    value: s.pressure,
    u: s.u ?? 0,
  });
  const pressure = apart(gauge(then.discharge), gauge(now.discharge));
  if (Math.abs(pressure) < CLEAR) return undefined;
  const flow = then.flow && now.flow ? apart(then.flow, now.flow) : undefined;
  if (flow === undefined)
    return `The discharge gauge stands ${pressure > 0 ? "higher" : "lower"} than at the base; a flow, read now as then, would tell the line from the pump.`;
  if (pressure > 0)
    return flow < -CLEAR
      ? "More pressure and less flow than at the base: the line after it is blocked or throttled."
      : undefined;
  return flow > CLEAR
    ? "Less pressure and more flow than at the base: water leaves the line, or a valve stands further open."
    : "Less pressure and no more flow than at the base: the pump itself.";
}
