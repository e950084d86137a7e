"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { useWho } from "@/shell/who";
import { type CourierState, makeCourier } from "./courier";
import type { SheetEntry } from "./entries";
import { acknowledged, draftsOf, keep, keepDraft, waiting } from "./outbox";
import type { SheetDto } from "./sheet-dto";
import { foldEntries, type SheetState, withTyping } from "./sheet-state";

/** An entry before it has its id, its author and its time. */
type Bare<T> = T extends unknown ? Omit<T, "id" | "personId" | "at"> : never;
type NewEntry = Bare<SheetEntry>;

export interface Sheet {
  readonly dto: SheetDto;
  readonly state: SheetState;
  /** The state with what is being typed at this moment: what the Board is worked out from. */
  readonly typing: SheetState;
  readonly courier: CourierState;
  /** Whether what this device kept has been read; drafts are final from then on. */
  readonly ready: boolean;
  readonly drafts: ReadonlyMap<string, string>;
  readonly add: (entry: NewEntry) => void;
  readonly draft: (slot: string, text: string) => void;
  /** A reading as it is typed, before it is kept as an entry; null when it is none (any more). */
  readonly live: (key: string, raw: string | null) => void;
}

/** The sheet on this device: server entries, kept entries and what other tabs add, as one. */
export function useSheet(dto: SheetDto): Sheet {
  const who = useWho();
  const [entries, setEntries] = useState<readonly SheetEntry[]>(dto.entries);
  const [courier, setCourier] = useState<CourierState>({ kind: "sent", at: null });
  const [drafts, setDrafts] = useState<ReadonlyMap<string, string>>(new Map());
  const [ready, setReady] = useState(false);
  // Writes to this device under way: until they end nothing may be called kept, let alone sent.
  const [writing, setWriting] = useState(0);
  const [beingTyped, setBeingTyped] = useState<ReadonlyMap<string, string>>(new Map());
  const channel = useRef<BroadcastChannel | null>(null);
  const courierRef = useRef<ReturnType<typeof makeCourier> | null>(null);

  useEffect(() => {
    const made = makeCourier({
      waiting: () => waiting(dto.id),
      acknowledged,
      post: (list) => post(dto.id, list),
      now: () => new Date().toISOString(),
      pause: (ms, then) => {
        const timer = setTimeout(then, ms);
        return () => clearTimeout(timer);
      },
      tell: setCourier,
    });
    courierRef.current = made;
    const tabs = new BroadcastChannel(`yard-sheet-${dto.id}`);
    channel.current = tabs;
    tabs.onmessage = (message: MessageEvent<SheetEntry>) =>
      setEntries((list) => [...list, message.data]);
    void Promise.all([waiting(dto.id), draftsOf(dto.id)]).then(([kept, texts]) => {
      if (kept.length > 0) setEntries((list) => [...list, ...kept]);
      setDrafts(texts);
      setReady(true);
      void made.nudge();
    });
    const online = () => void made.nudge();
    window.addEventListener("online", online);
    return () => {
      made.stop();
      tabs.close();
      window.removeEventListener("online", online);
    };
  }, [dto.id]);

  const add = useCallback(
    (bare: NewEntry) => {
      const entry = {
        ...bare,
        id: newId(),
        personId: who.id,
        at: new Date().toISOString(),
      } as SheetEntry;
      setEntries((list) => [...list, entry]);
      setWriting((n) => n + 1);
      void keep(dto.id, entry)
        .then(() => {
          channel.current?.postMessage(entry);
          return courierRef.current?.nudge();
        })
        .finally(() => setWriting((n) => n - 1));
    },
    [dto.id, who.id],
  );
  const draft = useCallback(
    (slot: string, text: string) => {
      // Known here too: a strip that is made anew (another valve position) must not find an old draft.
      setDrafts((map) => {
        const next = new Map(map);
        if (text === "") next.delete(slot);
        else next.set(slot, text);
        return next;
      });
      setWriting((n) => n + 1);
      void keepDraft(dto.id, slot, text).finally(() => setWriting((n) => n - 1));
    },
    [dto.id],
  );
  const live = useCallback((key: string, raw: string | null) => {
    setBeingTyped((map) => {
      const next = new Map(map);
      if (raw === null) next.delete(key);
      else next.set(key, raw);
      return next;
    });
  }, []);
  const state = useMemo(() => foldEntries(entries), [entries]);
  const typing = useMemo(() => withTyping(state, beingTyped), [state, beingTyped]);
  const where: CourierState =
    writing > 0 && courier.kind === "sent" ? { kind: "keeping" } : courier;
  return { dto, state, typing, courier: where, ready, drafts, add, draft, live };
}

async function post(sheetId: string, entries: readonly SheetEntry[]) {
  try {
    const answer = await fetch(`/api/sheets/${sheetId}/entries`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ entries }),
    });
    const body = (await answer.json()) as { kept?: string[]; message?: string };
    return answer.ok
      ? ({ ok: true, kept: body.kept ?? [] } as const)
      : ({ ok: false, status: answer.status, message: body.message ?? "refused" } as const);
  } catch {
    return { ok: false, status: 0, message: "no answer" } as const;
  }
}
