"use client";

import type { SheetEntry } from "@yard-tack/core/visit";
import { type RefObject, useEffect, useRef } from "react";
import { keepSheet, onCleared } from "@/features/device";
import { SHEET_SHAPE, type SheetDto } from "./sheet-dto";

/** Kept after the hand has rested for so long [ms]. */
const REST = 800;

/** Keeps the sheet on this device as it stands, so that it opens with no network as it was left. */
export function useKeptSheet(
  dto: SheetDto,
  entries: readonly SheetEntry[],
  clockFault: RefObject<number>,
): void {
  const isKept = useRef(false);
  useEffect(() => {
    const keepIt = () => {
      isKept.current = true;
      const { device: _device, ...sheet } = dto;
      const kept = { ...sheet, entries };
      // A device that keeps nothing loses nothing by it: the server has it, or the outbox says that it has not.
      void keepSheet({
        ...{ id: dto.id, shape: SHEET_SHAPE, dto: kept },
        ...{ keptAt: Date.now(), clockFault: clockFault.current },
      }).catch(() => undefined);
    };
    // At once when it is opened: the network may go the moment after.
    const timer = setTimeout(keepIt, isKept.current ? REST : 0);
    const hidden = () => document.visibilityState === "hidden" && keepIt();
    document.addEventListener("visibilitychange", hidden);
    const keptAgain = onCleared(keepIt);
    return () => {
      keptAgain();
      clearTimeout(timer);
      document.removeEventListener("visibilitychange", hidden);
    };
  }, [dto, entries, clockFault]);
}
