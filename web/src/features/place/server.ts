import "server-only";
import type { PumpId, WrittenPump } from "@yard-tack/core/case";
import { loadPump } from "@/db";

/** What the page of a pump's place starts from. */
export interface PlaceDto {
  readonly pumpId: PumpId;
  readonly tag: string;
  readonly version: number;
  readonly base: WrittenPump;
}

/** Undefined when there is no such pump. */
export async function loadPlacePage(id: PumpId): Promise<PlaceDto | undefined> {
  const pump = await loadPump(id);
  return pump && { pumpId: pump.id, tag: pump.tag, version: pump.version, base: pump.written };
}
