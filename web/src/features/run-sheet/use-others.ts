"use client";

import type { PictureFacts, SheetEntry } from "@yard-tack/core/visit";
import { useEffect, useEffectEvent, useRef, useState } from "react";
import { ask, isFinal, pauseFor } from "@/features/device";
import { useWho } from "@/shell/who";
import { makePuller } from "./puller";
import type { SheetDto } from "./sheet-dto";

/** Asked again after so long where the server does not tell by itself [ms]. */
const POLL = 15_000;
/** A way on which nothing was heard for so long is cut, or held back by what stands between [ms]. */
const SILENCE = 40_000;

/** Somebody else who has this sheet open. */
export interface Other {
  readonly id: string;
  readonly name: string;
}

/** What came to a sheet since it was asked for last. */
export interface Came {
  readonly entries: readonly SheetEntry[];
  /** Every picture of it that the server has. */
  readonly pictures: readonly PictureFacts[];
}

const latest = (entries: readonly SheetEntry[]) => Math.max(0, ...entries.map((e) => e.order ?? 0));

/**
 * What others enter arrives while the sheet is open: the server says that something came, and it is asked for. Where it cannot
 * say so, it is asked every quarter of a minute.
 * @param came - takes what came, which may be here already
 * @returns who else has it open
 */
export function useOthers(dto: SheetDto, came: (came: Came) => void): readonly Other[] {
  const who = useWho();
  const [here, setHere] = useState<readonly Other[]>([]);
  // All up to here came from the server. What this device sent says nothing of what others sent before it; a sheet from the
  // device may have gaps.
  const upTo = useRef(dto.device ? 0 : latest(dto.entries));
  /** @returns whether there was an answer */
  const askForMore = useEffectEvent(async (): Promise<boolean> => {
    try {
      const answer = await ask(`/api/sheets/${dto.id}/entries?after=${upTo.current}`);
      // Refused for good, it is not asked for again: the next thing sent says why.
      if (!answer.ok) return isFinal(answer.status);
      const fresh = (await answer.json()) as Came;
      upTo.current = Math.max(upTo.current, latest(fresh.entries));
      came(fresh);
      return true;
    } catch {
      return false;
    }
  });
  const told = useEffectEvent((others: readonly Other[]) =>
    setHere(others.filter((o) => o.id !== who.id)),
  );
  const { id, signedAt } = dto;
  useEffect(() => {
    if (signedAt !== null) return;
    const puller = makePuller({ ask: () => askForMore(), pause: pauseFor });
    const pull = () => void puller.pull();
    let source: EventSource | undefined;
    let heard = 0;
    const hears = () => void (heard = performance.now());
    const open = () => {
      // A tab out of sight takes one of the few connections that a browser has.
      if (document.visibilityState !== "visible" || !navigator.onLine || source) return;
      source = new EventSource(`/api/sheets/${id}/events`);
      source.addEventListener("changed", () => {
        hears();
        pull();
      });
      source.addEventListener("here", (e: MessageEvent<string>) => {
        hears();
        told(JSON.parse(e.data) as readonly Other[]);
      });
      source.addEventListener("alive", hears);
      // What came while nobody listened.
      source.onopen = pull;
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
      if (!source) return;
      const isOpen = source.readyState === EventSource.OPEN;
      if (isOpen && performance.now() - heard < SILENCE) return;
      if (source.readyState === EventSource.CLOSED) {
        close();
        open();
      }
      pull();
    }, POLL);
    document.addEventListener("visibilitychange", seen);
    // Without a network it would be tried every other second, which costs a battery.
    window.addEventListener("online", seen);
    window.addEventListener("offline", seen);
    return () => {
      clearInterval(timer);
      puller.stop();
      document.removeEventListener("visibilitychange", seen);
      window.removeEventListener("online", seen);
      window.removeEventListener("offline", seen);
      source?.close();
    };
  }, [id, signedAt]);
  return here;
}
