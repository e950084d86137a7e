/** Head at equal flow against the pump's own fingerprint, visit by visit. */
import { buildCurve, readCurve } from "@yard-tack/core/curve";
import { parseQuantity } from "@yard-tack/core/quantity";

export interface TrendPoint {
  readonly at: string;
  /** Percent of the fingerprint's head at the same flow; negative is lost. */
  readonly percent: number;
}

export interface TrendVisit {
  readonly at: Date;
  readonly kind: string;
  readonly head: number | null;
  readonly flow: number | null;
}

/**
 * Each visit's head over the sheet's head at its flow, relative to the same ratio at the fingerprint.
 * @param sheet - the curve as written
 * @param visits - any order; visits without head and flow are left out
 */
export function trendOf(
  sheet: Record<string, unknown> | undefined,
  visits: readonly TrendVisit[],
): TrendPoint[] {
  const curve = sheet && curveOf(sheet);
  if (!curve) return [];
  const ratios = [...visits]
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .flatMap((v) => {
      if (v.head === null || v.flow === null) return [];
      const rated = readCurve(curve, v.flow).head;
      return rated ? [{ ...v, ratio: v.head / rated }] : [];
    });
  const base = ratios.find((r) => r.kind === "fingerprint")?.ratio;
  if (base === undefined) return [];
  return ratios.map((r) => ({ at: r.at.toISOString(), percent: 100 * (r.ratio / base - 1) }));
}

function curveOf(sheet: Record<string, unknown>) {
  const points = Array.isArray(sheet["points"])
    ? (sheet["points"] as Record<string, unknown>[])
    : [];
  const read = (raw: unknown, dimension: "flow" | "length") => {
    const parsed = typeof raw === "string" ? parseQuantity(raw, dimension) : undefined;
    return parsed?.ok ? parsed.value.si : undefined;
  };
  const built = buildCurve({
    points: points.flatMap((p) => {
      const flow = read(p["flow"], "flow");
      return flow === undefined ? [] : [{ flow, head: read(p["head"], "length") }];
    }),
  });
  return built.ok ? built.value : undefined;
}
