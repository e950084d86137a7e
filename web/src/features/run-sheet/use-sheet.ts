"use client";

import { factsOf, type PumpFacts } from "@yard-tack/core/procedure";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { useWho } from "@/shell/who";
import { type CourierState, makeCourier, pauseFor } from "./courier";
import { clockFault } from "./device-clock";
import type { SheetEntry } from "./entries";
import { acknowledged, draftsOf, keep, keepDraft, waiting } from "./outbox";
import { postEntries } from "./post";
import type { SheetDto } from "./sheet-dto";
import { foldEntries, type SheetState, withTyping } from "./sheet-state";
import { type SheetPhotos, usePhotos } from "./use-photos";

/** An entry before it has its id, its author and its time. */
type Bare<T> = T extends unknown ? Omit<T, "id" | "personId" | "at"> : never;
type NewEntry = Bare<SheetEntry>;

export interface Sheet {
  readonly dto: SheetDto;
  /** What of the pump decides which chips, cautions and strips belong here. */
  readonly facts: PumpFacts;
  readonly state: SheetState;
  /** The state with what is being typed at this moment: what the Board is worked out from. */
  readonly typing: SheetState;
  readonly courier: CourierState;
  /** Whether what this device kept has been read; drafts are final from then on. */
  readonly ready: boolean;
  readonly drafts: ReadonlyMap<string, string>;
  readonly photos: SheetPhotos;
  /** The pump left the yard, here or elsewhere. */
  readonly retired: boolean;
  /** What is added to the device's clock [ms]; 0 when it is right. */
  readonly clockFault: number;
  readonly add: (entry: NewEntry) => void;
  /** Notes a short text under a key; an empty one takes it back. */
  readonly note: (key: string, text: string) => void;
  readonly draft: (slot: string, text: string) => void;
  /** A reading as it is typed, before it is kept as an entry; null when it is none (any more). */
  readonly live: (key: string, raw: string | null) => void;
}

/** Drafts with others over them; an empty text takes one back. */
function withDrafts(
  drafts: ReadonlyMap<string, string>,
  later: Iterable<readonly [slot: string, text: string]>,
): ReadonlyMap<string, string> {
  const next = new Map(drafts);
  for (const [slot, text] of later) {
    if (text === "") next.delete(slot);
    else next.set(slot, text);
  }
  return next;
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
  const [retired, setRetired] = useState(dto.pump.retiredAt !== null);
  const [fault, setFault] = useState(0);
  const channel = useRef<BroadcastChannel | null>(null);
  const courierRef = useRef<ReturnType<typeof makeCourier<SheetEntry>> | null>(null);
  // Read when an entry is made, so that a fault found late still counts.
  const faultRef = useRef(0);
  // Drafts made here before the device's own were read: they are the later ones.
  const draftsMade = useRef(new Map<string, string>());

  useEffect(() => {
    faultRef.current = clockFault(dto.servedAt, Date.now());
    const made = makeCourier<SheetEntry>({
      waiting: () => waiting(dto.id),
      acknowledged,
      batch: 100,
      post: async (list) => {
        const answer = await postEntries(dto.id, list);
        if (answer.ok && answer.retired) setRetired(true);
        return answer;
      },
      now: () => new Date(Date.now() + faultRef.current).toISOString(),
      pause: pauseFor,
      tell: setCourier,
    });
    courierRef.current = made;
    const tabs = new BroadcastChannel(`yard-sheet-${dto.id}`);
    channel.current = tabs;
    tabs.onmessage = (message: MessageEvent<SheetEntry>) =>
      setEntries((list) => [...list, message.data]);
    void Promise.all([waiting(dto.id), draftsOf(dto.id)]).then(([kept, texts]) => {
      if (kept.length > 0) setEntries((list) => [...list, ...kept]);
      setFault(faultRef.current);
      setDrafts(withDrafts(texts, draftsMade.current));
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
  }, [dto.id, dto.servedAt]);

  const add = useCallback(
    (bare: NewEntry) => {
      const entry = {
        ...bare,
        id: newId(),
        personId: who.id,
        at: new Date(Date.now() + faultRef.current).toISOString(),
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
  const note = useCallback((key: string, text: string) => add({ kind: "note", key, text }), [add]);
  const draft = useCallback(
    (slot: string, text: string) => {
      // Known here too: a strip that is made anew (another valve position) must not find an old draft.
      draftsMade.current.set(slot, text);
      setDrafts((map) => withDrafts(map, [[slot, text]]));
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
  const facts = useMemo(() => factsOf(dto.pump.base), [dto.pump.base]);
  const photos = usePhotos(dto, state, faultRef);
  // Nothing may be called kept while it is being written, and nothing sent while text is half typed.
  const keeping =
    (writing > 0 && courier.kind !== "refused") || (drafts.size > 0 && courier.kind === "sent");
  const where: CourierState = keeping ? { kind: "keeping" } : courier;
  return {
    dto,
    facts,
    state,
    typing,
    courier: where,
    ready,
    drafts,
    photos,
    retired,
    clockFault: fault,
    add,
    note,
    draft,
    live,
  };
}
