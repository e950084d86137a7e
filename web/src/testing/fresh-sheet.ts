/** A pump with a call on it, put into a database as the forms put it: for tests of what comes after. */
import type { SheetId } from "@yard-tack/core/case";
import { closeConnection } from "../db/connection";
import { createPump } from "../db/pumps";
import { openSheet } from "../db/sheets";

/** Points what this process writes at a database; the pool on the one before is closed. */
export async function writeTo(url: string): Promise<void> {
  await closeConnection();
  process.env["DATABASE_URL"] = url;
}

/** A pump of no more than a tag and a family, at a place of its own, with a call. */
export async function freshSheet(tag: string, family: string): Promise<SheetId> {
  const place = { name: "Unnamed place", zone: "UTC", units: "metric" } as const;
  const facts = { tag, family, installation: null, purpose: "", site: place };
  const pump = await createPump(facts, { id: "", sites: "all" });
  if (!pump.ok) throw new Error(`${tag}: ${pump.why}`);
  const call = { kind: "call", complaint: "gives too little", codes: [], callerNote: "" } as const;
  return openSheet({ pumpId: pump.id, ...call, dueAt: new Date() }, null);
}
