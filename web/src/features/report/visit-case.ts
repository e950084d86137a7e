/** A signed visit as a case file: the pump as the register has it, with what was read, seen and tested. */
import "server-only";
import { type LogEntryId, POSITIONS, type WrittenCase } from "@yard-tack/core/case";
import { caseOfVisit, foldEntries } from "@yard-tack/core/visit";
import { loadPump, loadSheet, logEntry, sheetOfEntry } from "@/db";

/** Undefined where there is no such entry. */
export async function visitCase(id: LogEntryId) {
  const entry = await logEntry(id);
  if (!entry) return undefined;
  const sheetId = await sheetOfEntry(id);
  const sheet = sheetId ? await loadSheet(sheetId) : undefined;
  const day = entry.at.toISOString();
  let written: WrittenCase | undefined;
  if (sheet) {
    const { pump, entries, sheet: call } = sheet;
    const basis = { ...pump, codes: call.codes, day, round: call.kind === "round" };
    written = caseOfVisit(basis, foldEntries(entries), undefined, POSITIONS);
  } else {
    const pump = await loadPump(entry.pump.id);
    // It came with the pump: its record is what there is of it.
    const { snapshots, measured, noticed } = entry.record;
    written = pump && { ...pump.written, snapshots, tests: measured, observations: noticed };
  }
  if (!written) return undefined;
  const name = `${entry.pump.tag} ${day.slice(0, 10)}`;
  return { name: `${name}.json`, text: `${JSON.stringify({ ...written, id: name }, null, 2)}\n` };
}
