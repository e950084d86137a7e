"use client";

import type { SheetEntry } from "@yard-tack/core/visit";
import { useEffect, useEffectEvent, useRef, useState } from "react";
import { useWho } from "@/shell/who";
import type { SheetDto } from "./sheet-dto";

/** Asked again after so long where the server cannot tell by itself [ms]. */
const POLL = 15_000;

/** Somebody else who has this sheet open. */
export interface Other {
  readonly id: string;
  readonly name: string;
}

interface Came {
  readonly entries: readonly SheetEntry[];
}

/**
 * What others enter arrives while the sheet is open: the server says that something came, and it is asked for. Where it cannot
 * say so, it is asked every quarter of a minute.
 * @param came - takes what came, which may be here already
 * @returns who else has it open
 */
export function useOthers(
  dto: SheetDto,
  entries: readonly SheetEntry[],
  came: (entries: readonly SheetEntry[]) => void,
): readonly Other[] {
  const who = useWho();
  const [here, setHere] = useState<readonly Other[]>([]);
  const ask = useEffectEvent(async () => {
    const last = Math.max(0, ...entries.map((e) => e.order ?? 0));
    const answer = await fetch(`/api/sheets/${dto.id}/entries?after=${last}`).catch(
      () => undefined,
    );
    if (!answer?.ok) return;
    const { entries: fresh } = (await answer.json()) as Came;
    if (fresh.length > 0) came(fresh);
  });
  const asking = useRef({ now: false, again: false });
  const pull = useEffectEvent(async () => {
    const { current: state } = asking;
    // What is told while it is asked for is asked for once more, and once.
    state.again = state.now;
    if (state.now) return;
    state.now = true;
    do {
      state.again = false;
      await ask();
    } while (state.again);
    state.now = false;
  });
  const told = useEffectEvent((others: readonly Other[]) =>
    setHere(others.filter((o) => o.id !== who.id)),
  );
  const { id, signedAt } = dto;
  useEffect(() => {
    if (signedAt !== null) return;
    let source: EventSource | undefined;
    const open = () => {
      // A tab out of sight takes one of the few connections that a browser has.
      if (document.visibilityState !== "visible" || !navigator.onLine || source) return;
      source = new EventSource(`/api/sheets/${id}/events`);
      source.addEventListener("changed", () => void pull());
      source.addEventListener("here", (e: MessageEvent<string>) =>
        told(JSON.parse(e.data) as readonly Other[]),
      );
      // What came while nobody listened.
      source.onopen = () => void pull();
    };
    const close = () => {
      source?.close();
      source = undefined;
      told([]);
    };
    const seen = () =>
      document.visibilityState === "visible" && navigator.onLine ? open() : close();
    open();
    const timer = setInterval(() => {
      if (source && source.readyState !== EventSource.CLOSED) return;
      close();
      open();
      if (source) void pull();
    }, POLL);
    document.addEventListener("visibilitychange", seen);
    // Without a network it would be tried every other second, which costs a battery.
    window.addEventListener("online", seen);
    window.addEventListener("offline", seen);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", seen);
      window.removeEventListener("online", seen);
      window.removeEventListener("offline", seen);
      source?.close();
    };
  }, [id, signedAt]);
  return here;
}
