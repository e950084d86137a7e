import "server-only";
import { caseOfPump, type PumpId, readPump } from "@yard-tack/core/case";
import { ofTheYears, type Trend, type TrendPoint, trendOf } from "@yard-tack/core/record";
import { situationOf } from "@yard-tack/core/visit";
import { loadPump, openSheets, type PumpVisit, visitPoints } from "@/db";
import { recurrences } from "@/features/log/index.server";

export interface SlateCall {
  readonly id: string;
  readonly kind: "call" | "round";
  readonly dueAt: string;
  readonly zone: string;
  readonly tag: string;
  readonly complaint: string;
  readonly place: string;
  readonly started: boolean;
  readonly recurrence: { readonly daysAgo: number; readonly found: string } | null;
  /** What to read before anything is touched. */
  readonly first: string | null;
  readonly take: readonly string[];
}

export interface Drift {
  readonly pumpId: string;
  readonly tag: string;
  readonly zone: string;
  readonly base: Trend["base"];
  readonly points: readonly TrendPoint[];
}

/** Today's calls and rounds, and the pumps whose head drifts. */
export async function loadSlate(): Promise<{
  readonly calls: SlateCall[];
  readonly drifting: Drift[];
}> {
  const [open, before, drifts] = await Promise.all([
    openSheets(),
    recurrences(new Date()),
    drifting(),
  ]);
  const calls = open.map(({ sheet, pump, site, begun }): SlateCall => {
    const recurrence = before.get(pump.id);
    return {
      id: sheet.id,
      kind: sheet.kind,
      dueAt: sheet.dueAt.toISOString(),
      zone: site.zone,
      tag: pump.tag,
      complaint: sheet.complaint,
      place: [pump.purpose, site.name].filter((w) => w !== "").join(", "),
      started: begun,
      recurrence: recurrence ? { daysAgo: recurrence.daysAgo, found: recurrence.found } : null,
      first: begun ? null : (sheet.forecast?.first ?? null),
      take: sheet.forecast?.take ?? [],
    };
  });
  return { calls, drifting: drifts };
}

/** Losses smaller than this are within what gauges tell [%]. */
const WORTH_SHOWING = -2;

async function drifting(): Promise<Drift[]> {
  const byPump = new Map<PumpId, PumpVisit[]>();
  for (const visit of await visitPoints()) {
    byPump.set(visit.pumpId, [...(byPump.get(visit.pumpId) ?? []), visit]);
  }
  const drifts: Drift[] = [];
  for (const [pumpId, visits] of byPump) {
    // A trend has two ends: one visit with a point makes none.
    if (visits.filter((v) => v.points.length > 0).length < 2) continue;
    const pump = await loadPump(pumpId);
    const register = pump && readPump(pump.written);
    if (!pump || !register?.ok) continue;
    const { curve } = situationOf(caseOfPump(register.value.file));
    const trend = trendOf(curve, visits);
    const points = trend ? ofTheYears(trend) : [];
    if (!trend || (points.at(-1)?.percent ?? 0) >= WORTH_SHOWING) continue;
    drifts.push({ pumpId, tag: pump.tag, zone: pump.zone, base: trend.base, points });
  }
  return drifts;
}
