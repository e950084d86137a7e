import "server-only";
import {
  caseOfPump,
  type CaseError,
  type PumpId,
  readPump,
  type WrittenSnapshot,
} from "@yard-tack/core/case";
import { type Trend, trendOf, type WearBasis, wearOf } from "@yard-tack/core/record";
import { situationOf } from "@yard-tack/core/visit";
import { loadPump, logEntries, openSheets, pumpsByCode, visitPoints, yard } from "@/db";
import type { PumpDto } from "./pump-dto";
import { readCode } from "./tag-code";

export interface YardSite {
  /** Taken off the yard; their logs stay. */
  readonly retired: readonly { readonly id: string; readonly tag: string }[];
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly units: string;
  readonly pumps: readonly {
    readonly id: PumpId;
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
  const [sites, open, log] = await Promise.all([yard(), openSheets(), logEntries()]);
  return sites.map(({ site, pumps, retired }) => ({
    retired: retired.map(({ id, tag }) => ({ id, tag })),
    id: site.id,
    name: site.name,
    zone: site.zone,
    units: site.units,
    pumps: pumps.map((p) => {
      const sheet = open.find((o) => o.pump.id === p.id)?.sheet;
      const last = log.find((l) => l.pump.id === p.id);
      return {
        id: p.id,
        tag: p.tag,
        purpose: p.purpose,
        family: p.family,
        installation: p.installation,
        openSheet: sheet ? { id: sheet.id, complaint: sheet.complaint || "round" } : null,
        last: last
          ? { at: last.at.toISOString(), title: last.title, found: last.record.found }
          : null,
      };
    }),
  }));
}

export interface PumpPageDto {
  readonly pump: PumpDto;
  readonly trend: Trend | null;
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
  /** The newest visit's snapshots, to draw the pump's present point from. */
  readonly lastSnapshots: readonly WrittenSnapshot[];
  /** Parts of the register that are not in order and were left out. */
  readonly faults: readonly CaseError[];
}

/** A pump's page; undefined when there is no such pump. */
export async function loadPumpPage(pumpId: PumpId): Promise<PumpPageDto | undefined> {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const [visits, open, points] = await Promise.all([
    logEntries(pumpId),
    openSheets(pumpId),
    visitPoints(pumpId),
  ]);
  const register = readPump(pump.written);
  const situation = register.ok ? situationOf(caseOfPump(register.value.file)) : undefined;
  const trend = trendOf(situation?.curve, points);
  return {
    pump,
    trend: trend ?? null,
    wear: (situation && wearOf(situation, trend)) ?? null,
    visits: visits.map(({ id, at, kind, title, record }) => ({
      id,
      at: at.toISOString(),
      kind,
      title,
      found: record.found,
      done: record.done,
      closed: record.closed,
    })),
    openSheetId: open[0]?.sheet.id ?? null,
    lastSnapshots: visits.find((v) => v.record.snapshots.length > 0)?.record.snapshots ?? [],
    faults: pump.faults,
  };
}

/** The pump whose tag carries this code; undefined when none or more than one does. */
export async function pumpByCode(text: string): Promise<PumpId | undefined> {
  const code = readCode(text);
  if (!code) return undefined;
  const found = await pumpsByCode(code);
  return found.length === 1 ? found[0] : undefined;
}
