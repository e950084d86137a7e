"use server";

import { type ObservationId, pumpId } from "@yard-tack/core/case";
import { looksFor } from "@yard-tack/core/procedure";
import { onAction } from "@/access/index.server";
import { loadPump } from "@/db";
import { acting } from "@/edge";

const TOLD: readonly string[] = ["complaint", "onset"];

/** What a caller can tell of this pump; undefined when it is not known, so that nothing is kept from anybody. */
export async function toldOf(pump: string): Promise<readonly ObservationId[] | undefined> {
  const id = pumpId.safeParse(pump);
  if (!id.success) return undefined;
  const found = await acting("told chips", "", async () => {
    const entered = await onAction("work", { pump: id.data });
    return entered.ok ? { ok: true as const, pump: await loadPump(id.data) } : entered;
  });
  if (!found.ok || !found.pump) return undefined;
  return looksFor(found.pump.view.facts, { set: new Set(), open: false })
    .filter((g) => TOLD.includes(g.id))
    .flatMap((g) => g.rows.map((r) => r.id));
}
