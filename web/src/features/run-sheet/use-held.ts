"use client";

import type { SheetId } from "@yard-tack/core/case";
import { useState } from "react";
import { callOf, type Held, idOf, keepAll, keepCall, makeHeld, waiting } from "@/features/device";

/** Entries of a sheet that are not with the server. */
export interface HeldEntries extends Omit<Held<unknown>, "waiting"> {
  /** What still has to go, in the order in which it was made. */
  readonly toSend: () => Promise<readonly unknown[]>;
}

/** @returns what is held of a sheet, and how much of it is on this screen and nowhere else */
export function useHeld(id: SheetId): readonly [held: HeldEntries, nowhere: number] {
  const [nowhere, setNowhere] = useState(0);
  const [held] = useState(() => heldEntries(id, setNowhere));
  return [held, nowhere];
}

function heldEntries(id: SheetId, nowhere: (count: number) => void): HeldEntries {
  let call: Awaited<ReturnType<typeof callOf>>;
  const { waiting: withMissing, ...held } = makeHeld<unknown>({
    idOf,
    nowhere,
    keepAll: async (list) => {
      // A sheet that was begun here is nothing to the server without its call.
      if (call) await keepCall(call);
      await keepAll(id, list);
    },
  });
  const toSend = () =>
    withMissing(async () => {
      call ??= await callOf(id);
      const rows = await waiting(id);
      for (const row of rows) held.kept(row);
      return rows;
    });
  return { ...held, toSend };
}
