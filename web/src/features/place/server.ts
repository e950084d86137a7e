import "server-only";
import type { PumpId, WrittenPump } from "@yard-tack/core/case";
import { lastFactsChange, loadPump } from "@/db";

/** What the page of a pump's place starts from. */
export interface PlaceDto {
  readonly pumpId: PumpId;
  readonly tag: string;
  readonly version: number;
  readonly base: WrittenPump;
  /** The last change of what is known of it: when, and by whom; null where it was never changed. */
  readonly changed: {
    readonly at: string;
    readonly by: string | null;
    readonly zone: string;
  } | null;
}

/** Undefined when there is no such pump. */
export async function loadPlacePage(id: PumpId): Promise<PlaceDto | undefined> {
  const [pump, last] = await Promise.all([loadPump(id), lastFactsChange(id)]);
  if (!pump) return undefined;
  const { tag, version, written, zone } = pump;
  const changed = last ? { at: last.madeAt.toISOString(), by: last.by, zone } : null;
  return { pumpId: pump.id, tag, version, base: written, changed };
}
