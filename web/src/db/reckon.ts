/** What is worked out from what is kept, worked out anew where an older engine did it or nobody yet. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { forecastOf } from "@yard-tack/core/board";
import { pumpId as pumpIdSchema, readCase } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import { pointsOf, readRecord } from "@yard-tack/core/record";
import { Fingerprint, LogEntry, RunSheet, VisitPoints } from "./entities";
import { pumpRecord } from "./pumps";
import { idRow, selected, sheetRow, visitKind } from "./rows";

/** Both of it, when the application starts. */
export async function reckonAnew(
  em: EntityManager,
): Promise<{ readonly visits: number; readonly forecasts: number }> {
  return { visits: await reckonVisits(em), forecasts: await reckonForecasts(em) };
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
 * signed before there were any, too.
 * @returns how many
 */
async function reckonVisits(em: EntityManager): Promise<number> {
  const due = await selected(
    em,
    idRow,
    `select l.id from log_entry l left join visit_points p on p.log_entry_id = l.id
       where p.engine is distinct from ?`,
    [ENGINE_VERSION],
  );
  const entries = await em.find(LogEntry, { id: { $in: due.map((d) => d.id) } });
  const fingerprints = await em.find(Fingerprint, {});
  const pumps = new Map<string, Awaited<ReturnType<typeof pumpRecord>>>();
  for (const entry of entries) {
    const { id: logId, pumpId, at } = entry;
    const kind = visitKind.parse(entry.kind);
    if (!pumps.has(pumpId)) pumps.set(pumpId, await pumpRecord(em, pumpIdSchema.parse(pumpId)));
    const { snapshots } = readRecord(entry.body);
    const written = pumps.get(pumpId)?.written;
    const file = readCase({ ...written, history: [], snapshots });
    await em.upsert(VisitPoints, {
      logEntryId: logId,
      pumpId,
      at,
      kind,
      engine: ENGINE_VERSION,
      fingerprint: kind === "fingerprint" || fingerprints.some((f) => f.logEntryId === logId),
      points: file.ok ? pointsOf(file.value) : [],
    });
  }
  return entries.length;
}
