/** Fetches the day and puts it on this device. */
import { clockFault, forgetOld, hereIs, keepSheet, unsentSheets } from "@/features/device";
import { SHEET_SHAPE } from "@/features/run-sheet";
import type { PersonDto } from "@/shell/preferences";
import type { ToKeep } from "@/workers/to-keep";
import type { DayDto } from "./day";

/** @returns whether the day is here now; a device that keeps nothing, or no answer, is no fault of the page */
export async function bringDay(who: PersonDto): Promise<boolean> {
  try {
    const unsent = await unsentSheets();
    await hereIs(who, unsent);
    const asked = Date.now();
    const answer = await fetch("/api/day");
    if (!answer.ok) return false;
    const day = (await answer.json()) as DayDto;
    const now = Date.now();
    for (const dto of day.sheets) {
      // The middle of the question is when the server's clock was read.
      const fault = clockFault(dto.servedAt, (asked + now) / 2);
      await keepSheet({ id: dto.id, shape: SHEET_SHAPE, dto, keptAt: now, clockFault: fault });
    }
    await forgetOld(now, unsent);
    await tell({ pages: day.pages, pictures: day.pictures });
    // Asked once, after there is something to keep: most browsers decide by themselves.
    await navigator.storage?.persist?.();
    return true;
  } catch {
    return false;
  }
}

async function tell(what: ToKeep): Promise<void> {
  const worker = (await navigator.serviceWorker.ready).active;
  worker?.postMessage(what);
}
