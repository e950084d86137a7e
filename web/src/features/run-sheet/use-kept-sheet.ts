"use client";

import type { SheetEntry } from "@yard-tack/core/visit";
import { type RefObject, useEffect } from "react";
import { keepSheet } from "@/features/device";
import { SHEET_SHAPE, type SheetDto } from "./sheet-dto";

/** Kept after the hand has rested for so long [ms]. */
const REST = 800;

/** Keeps the sheet on this device as it stands, so that it opens with no network as it was left. */
export function useKeptSheet(
  dto: SheetDto,
  entries: readonly SheetEntry[],
  clockFault: RefObject<number>,
): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const { device: _device, ...sheet } = dto;
      const kept = { ...sheet, entries };
      // A device that keeps nothing loses nothing by it: the server has it, or the outbox says that it has not.
      void keepSheet({
        ...{ id: dto.id, shape: SHEET_SHAPE, dto: kept },
        ...{ keptAt: Date.now(), clockFault: clockFault.current },
      }).catch(() => undefined);
    }, REST);
    return () => clearTimeout(timer);
  }, [dto, entries, clockFault]);
}
