import "server-only";
import type { WrittenSheet } from "@yard-tack/core/sheet";
import { logEntries, openSheets, pumpsByCode, unitOfWork, yard } from "@/db";
import { logBody } from "@/features/log/index.server";
import { loadPump } from "./load-pump";
import type { PumpDto } from "./pump-dto";
import { trendOf, type TrendPoint } from "./trend";
import { readCode } from "./tag-code";
import { type WearBasis, wearOf } from "./wear";

export interface YardSite {
  /** Taken off the yard; their logs stay. */
  readonly retired: readonly { readonly id: string; readonly tag: string }[];
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly units: string;
  readonly pumps: readonly {
    readonly id: string;
    readonly tag: string;
    readonly purpose: string;
    readonly family: string;
    readonly installation: string | null;
    readonly openSheet: { readonly id: string; readonly complaint: string } | null;
    readonly last: { readonly at: string; readonly title: string; readonly found: string } | null;
  }[];
}

/** Every site with its pumps, what is open on them and what happened last. */
export async function loadYard(): Promise<YardSite[]> {
  const em = await unitOfWork();
  const sites = await yard(em);
  const open = await openSheets(em);
  const log = await logEntries(em);
  return sites.map(({ site, pumps, retired }) => ({
    retired: retired.map(({ id, tag }) => ({ id, tag })),
    id: site.id,
    name: site.name,
    zone: site.zone,
    units: site.units,
    pumps: pumps.map((p) => {
      const sheet = open.find((o) => o.pump.id === p.id)?.row;
      const last = log.find((l) => l.pump.id === p.id)?.row;
      return {
        id: p.id,
        tag: p.tag,
        purpose: p.purpose,
        family: p.family,
        installation: p.installation ?? null,
        openSheet: sheet ? { id: sheet.id, complaint: sheet.complaint || "round" } : null,
        last: last
          ? { at: last.at.toISOString(), title: last.title, found: logBody(last.body).found }
          : null,
      };
    }),
  }));
}

export interface PumpPageDto {
  readonly pump: PumpDto;
  readonly trend: readonly TrendPoint[];
  readonly wear: WearBasis | null;
  readonly visits: readonly {
    readonly id: string;
    readonly at: string;
    readonly kind: string;
    readonly title: string;
    readonly found: string;
    readonly done: string;
    readonly closed: string;
  }[];
  readonly openSheetId: string | null;
  /** The newest visit's snapshot, to draw the pump's present point from. */
  readonly lastSnapshots: readonly Record<string, unknown>[];
}

/** A pump's page; undefined when there is no such pump. */
export async function loadPumpPage(pumpId: string): Promise<PumpPageDto | undefined> {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const em = await unitOfWork();
  const [log, open] = [await logEntries(em, pumpId), await openSheets(em)];
  const visits = log.map(({ row }) => ({ row, body: logBody(row.body) }));
  const sheets = (pump.base["pump"] as { curve?: readonly WrittenSheet[] }).curve;
  const latest = visits.find((v) => v.body.snapshots.length > 0)?.body.snapshots ?? [];
  const points = visits.map(({ row, body }) => ({
    at: row.at,
    kind: row.kind,
    head: body.head,
    flow: body.flow,
  }));
  const trend = trendOf(sheets?.[0], points);
  const efficiency = pump.motor?.["efficiency"];
  return {
    pump,
    trend,
    wear:
      wearOf(
        sheets?.[0],
        // A call's reading shows the fault of that day, not the wear of the years.
        trend.filter((t) => points.some((p) => p.at.toISOString() === t.at && p.kind !== "call")),
        points,
        typeof efficiency === "number" ? efficiency : undefined,
      ) ?? null,
    visits: visits.map(({ row, body }) => ({
      id: row.id,
      at: row.at.toISOString(),
      kind: row.kind,
      title: row.title,
      found: body.found,
      done: body.done,
      closed: body.closed,
    })),
    openSheetId: open.find((o) => o.pump.id === pumpId)?.row.id ?? null,
    lastSnapshots: latest,
  };
}

/** The pump whose tag carries this code; undefined when none or more than one does. */
export async function pumpByCode(text: string): Promise<string | undefined> {
  const code = readCode(text);
  if (!code) return undefined;
  const found = await pumpsByCode(await unitOfWork(), code);
  return found.length === 1 ? found[0]?.id : undefined;
}
