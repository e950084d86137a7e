"use client";

import type { SheetId } from "@yard-tack/core/case";
import { useEffect, useState } from "react";
import {
  callOf,
  type Held,
  idOf,
  keepAll,
  keepCall,
  makeHeld,
  onCleared,
  waiting,
} from "@/features/device";

/** Entries of a sheet that are not with the server, and its call where it was begun here. */
export interface HeldEntries extends Omit<Held<unknown>, "waiting"> {
  /** What still has to go, in the order in which it was made. */
  readonly toSend: () => Promise<readonly unknown[]>;
  /** Keeps the call once more: without it the sheet is nothing to the server. */
  readonly callAgain: () => Promise<void>;
}

/** @returns what is held of a sheet, and how much of it is on this screen and nowhere else */
export function useHeld(id: SheetId): readonly [held: HeldEntries, nowhere: number] {
  const [nowhere, setNowhere] = useState(0);
  const [held] = useState(() => heldEntries(id, setNowhere));
  useEffect(() => onCleared(() => void held.callAgain().catch(() => undefined)), [held]);
  return [held, nowhere];
}

function heldEntries(id: SheetId, nowhere: (count: number) => void): HeldEntries {
  let call: Awaited<ReturnType<typeof callOf>>;
  const { waiting: withMissing, ...held } = makeHeld<unknown>({
    ...{ idOf, nowhere },
    keepAll: (list) => keepAll(id, list),
  });
  return {
    ...held,
    gone: (ids) => {
      const list = [...ids];
      // What has to do with the server has its sheet there.
      if (list.length > 0) call = undefined;
      held.gone(list);
    },
    toSend: () =>
      withMissing(async () => {
        call ??= await callOf(id);
        const rows = await waiting(id);
        for (const row of rows) held.kept(row);
        return rows;
      }),
    callAgain: async () => {
      if (call) await keepCall(call);
    },
  };
}
