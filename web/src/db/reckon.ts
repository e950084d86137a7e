/** What is worked out from what is kept, worked out anew where an older engine did it or nobody yet. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { forecastOf } from "@yard-tack/core/board";
import { type PumpId, pumpId as pumpIdSchema, readCase } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import { pointsOf, readRecord } from "@yard-tack/core/record";
import * as z from "zod";
import { Fingerprint, LogEntry, RunSheet, VisitPoints } from "./entities";
import { pumpRecord } from "./pumps";
import { columns, selected, sheetRow, visitKind } from "./rows";
import { keepTrend } from "./trend";

/** All of it, when the application starts. */
export async function reckonAnew(
  em: EntityManager,
): Promise<{ readonly visits: number; readonly forecasts: number }> {
  const visits = await reckonVisits(em);
  await reckonTrends(em);
  return { visits, forecasts: await reckonForecasts(em) };
}

/** Forecasts of open calls. @returns how many */
async function reckonForecasts(em: EntityManager): Promise<number> {
  const sheets = await em.find(RunSheet, { signedAt: null });
  let count = 0;
  for (const row of sheets) {
    const sheet = sheetRow.parse(row);
    if (sheet.forecast?.engine === ENGINE_VERSION) continue;
    const pump = await pumpRecord(em, sheet.pumpId);
    const forecast = pump && forecastOf({ ...pump, codes: sheet.codes, day: pump.loadedAt });
    if (!forecast) continue;
    row.forecast = { ...forecast };
    count++;
  }
  await em.flush();
  return count;
}

/**
 * Works out the points of visits that have none yet, or that an older engine worked out: those that were
 * signed before there were any, too. Pump by pump, so that a yard of any size fits.
 * @returns how many visits
 */
async function reckonVisits(em: EntityManager): Promise<number> {
  const due = await selected(
    em,
    columns(z.object({ pumpId: pumpIdSchema })),
    `select distinct l.pump_id from log_entry l left join visit_points p on p.log_entry_id = l.id
       where p.engine is distinct from ?`,
    [ENGINE_VERSION],
  );
  let count = 0;
  for (const { pumpId } of due) count += await reckonVisitsOf(em.fork(), pumpId);
  return count;
}

async function reckonVisitsOf(em: EntityManager, pumpId: PumpId): Promise<number> {
  const done = await em.find(VisitPoints, { pumpId, engine: ENGINE_VERSION });
  const entries = await em.find(LogEntry, {
    pumpId,
    id: { $nin: done.map((d) => d.logEntryId) },
  });
  const fingerprints = await em.find(Fingerprint, { pumpId });
  const pump = await pumpRecord(em, pumpId);
  for (const { id: logEntryId, at, kind: written, body } of entries) {
    const kind = visitKind.parse(written);
    const { snapshots } = readRecord(body);
    const file = readCase({ ...pump?.written, history: [], snapshots });
    await em.upsert(VisitPoints, {
      logEntryId,
      pumpId,
      at,
      kind,
      engine: ENGINE_VERSION,
      fingerprint: kind === "fingerprint" || fingerprints.some((f) => f.logEntryId === logEntryId),
      points: file.ok ? pointsOf(file.value) : [],
    });
  }
  return entries.length;
}

/** Trends of pumps whose visits gave points and that no engine of this version has worked out. */
async function reckonTrends(em: EntityManager): Promise<void> {
  const due = await selected(
    em,
    columns(z.object({ pumpId: pumpIdSchema })),
    `select distinct v.pump_id from visit_points v left join pump_trend t on t.pump_id = v.pump_id
       where jsonb_array_length(v.points) > 0 and t.engine is distinct from ?`,
    [ENGINE_VERSION],
  );
  for (const { pumpId } of due) await keepTrend(em.fork(), pumpId);
}
