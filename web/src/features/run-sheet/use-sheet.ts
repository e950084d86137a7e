"use client";

import {
  ENTRY_VERSION,
  entryKey,
  type EntrySubject,
  foldEntries,
  MOST_ENTRIES,
  type Note,
  type PumpFacts,
  type SheetEntry,
  type Typing,
  type UnreadEntry,
  type VisitState,
} from "@yard-tack/core/visit";
import {
  startTransition,
  useCallback,
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  useState,
} from "react";
import {
  acknowledged,
  type AsideEntry,
  type CourierState,
  entryId,
  type EntryId,
  forgetAside,
  idOf,
  keep,
  keepDraft,
  makeCourier,
  newerWasHere,
  onCleared,
  pauseFor,
  postEntries,
  sendsForItself,
  setAside,
} from "@/features/device";
import { useGo } from "@/shell/go";
import { useWho } from "@/shell/who";
import { withDrafts } from "./drafts";
import { type KeptHere, keptHere } from "./kept-here";
import type { SheetDto } from "./sheet-dto";
import { faultOf, isOld, joined, remember, withKnown } from "./this-tab";
import { useHeld } from "./use-held";
import { type Other, useOthers } from "./use-others";
import { useKeptSheet } from "./use-kept-sheet";
import { type SheetPhotos, usePhotos } from "./use-photos";
import { type SheetSignature, useSignature } from "./use-signature";
import { useUnderWay } from "./use-under-way";

/** An entry before it has its id, its author, its time and its place in the chain. */
type Bare<T> = T extends unknown
  ? Omit<T, "id" | "personId" | "at" | "version" | "supersedes" | "order">
  : never;
export type NewEntry = Bare<SheetEntry>;

export interface Sheet {
  readonly dto: SheetDto;
  /** What of the pump decides which chips, cautions and strips belong here. */
  readonly facts: PumpFacts;
  readonly entries: readonly SheetEntry[];
  readonly state: VisitState;
  /** What is being typed at this moment: the Board counts it already. */
  readonly typing: Typing;
  readonly courier: CourierState;
  /** Whether what this device kept has been read; drafts are final from then on. */
  readonly ready: boolean;
  readonly drafts: ReadonlyMap<string, string>;
  readonly photos: SheetPhotos;
  readonly signature: SheetSignature;
  /** Who else has it open. */
  readonly here: readonly Other[];
  /** The pump left the yard, here or elsewhere. */
  readonly retired: boolean;
  /** What is added to the device's clock [ms]; 0 when it is right. */
  readonly clockFault: number;
  /** Entries the server did not take, each with its reason. */
  readonly aside: readonly AsideEntry[];
  /** Entries that are not understood: shown, and left out. */
  readonly unread: readonly UnreadEntry[];
  /** A newer program than this page's is at the server, or was on this device. */
  readonly older: boolean;
  /** Something typed came after the signature. */
  readonly late: boolean;
  /** When what is typed was read, where it was written down before; null: as it is typed. */
  readonly readAt: string | null;
  readonly setReadAt: (at: string | null) => void;
  readonly add: (entry: NewEntry) => void;
  /** Notes something; a null value takes it back. */
  readonly note: (note: Note) => void;
  readonly draft: (key: string, text: string) => void;
  /** A reading as it is typed, before it is kept as an entry; null when it is none (any more). */
  readonly live: (key: string, raw: string | null) => void;
  /** Forgets an entry that was set aside. */
  readonly dropAside: (id: string) => void;
}

/** What one tab tells the others of its sheet. */
type TabMessage =
  | { readonly entry: SheetEntry }
  | { readonly orders: readonly (readonly [id: string, order: number])[] };

const withOrders = (list: readonly SheetEntry[], orders: ReadonlyMap<string, number>) =>
  list.map((e) => {
    const order = orders.get(e.id);
    return order === undefined ? e : { ...e, order };
  });

/**
 * The sheet on this device: server entries, kept entries and what other tabs add, as one.
 * @param kept - what this device holds of it, where that was read before; it is read here otherwise
 */
export function useSheet(dto: SheetDto, kept?: KeptHere): Sheet {
  const who = useWho();
  const go = useGo();
  const old = useRef(!dto.device && isOld(dto.servedAt));
  const [entries, setEntries] = useState(() =>
    joined(withKnown(dto.id, dto.entries), kept?.entries ?? []),
  );
  const [unread, setUnread] = useState<readonly UnreadEntry[]>(() => [
    ...dto.unread,
    ...(kept?.unread ?? []),
  ]);
  const [courier, setCourier] = useState<CourierState>({ kind: "looking" });
  const [drafts, setDrafts] = useState<ReadonlyMap<string, string>>(
    kept?.drafts ?? new Map<string, string>(),
  );
  const [aside, setAsideShown] = useState<readonly AsideEntry[]>(kept?.aside ?? []);
  const [ready, setReady] = useState(kept !== undefined);
  const before = useRef(kept);
  const [readAt, setReadAt] = useState<string | null>(null);
  // Writes to this device under way: until they end nothing may be called kept, let alone sent.
  const [isWriting, beginWriting] = useUnderWay();
  const [held, unkeptCount] = useHeld(dto.id);
  const [unkeptDrafts, setUnkeptDrafts] = useState<ReadonlySet<string>>(new Set());
  const [typing, setTyping] = useState<Typing>(new Map());
  const [retired, setRetired] = useState(dto.pump.retiredAt !== null);
  const [late, setLate] = useState(dto.late.length > 0);
  const [fault, setFault] = useState(0);
  const [older, setOlder] = useState(false);
  const channel = useRef<BroadcastChannel | null>(null);
  const courierRef = useRef<ReturnType<typeof makeCourier<unknown>> | null>(null);
  // Read when an entry is made, so that a fault found late still counts.
  const faultRef = useRef(0);
  // Drafts made here before the device's own were read: they are the later ones.
  const draftsMade = useRef(new Map<string, string>());
  // What the next entry about a thing replaces; two may be made before the state is folded again.
  const heads = useRef(new Map<string, readonly EntryId[]>());

  useEffect(() => {
    faultRef.current = dto.device?.clockFault ?? faultOf(dto.servedAt, Date.now());
    const told = (message: TabMessage) => channel.current?.postMessage(message);
    const made = makeCourier<unknown>({
      waiting: held.toSend,
      acknowledged: async (kept) => {
        held.gone(kept.map((k) => k.id));
        const orders = kept.flatMap(({ id, order }) =>
          order === null ? [] : [[id, order] as const],
        );
        setEntries((list) => withOrders(list, new Map(orders)));
        told({ orders });
        // A device that cannot forget them sends them once more, which is harmless.
        await acknowledged(kept.map((k) => k.id)).catch(() => undefined);
      },
      refused: async (refused) => {
        const refusals = new Map(refused.map((r) => [r.id, r]));
        const list = (await held.toSend()).flatMap((entry): AsideEntry[] => {
          const refusal = refusals.get(idOf(entry));
          return refusal ? [{ ...refusal, sheetId: dto.id, entry }] : [];
        });
        setAsideShown((before) => [...before, ...list]);
        setEntries((all) => all.filter((e) => !refusals.has(e.id)));
        held.gone(refusals.keys());
        await setAside(list).catch(() => undefined);
      },
      batch: Math.min(100, MOST_ENTRIES),
      post: async (list) => {
        const answer = await postEntries(dto.id, list);
        if (answer.ok && answer.retired) setRetired(true);
        if (answer.ok && answer.late) setLate(true);
        return answer;
      },
      now: () => new Date(Date.now() + faultRef.current).toISOString(),
      pause: pauseFor,
      tell: setCourier,
    });
    courierRef.current = made;
    const ends = sendsForItself(dto.id);
    const tabs = new BroadcastChannel(`yard-sheet-${dto.id}`);
    channel.current = tabs;
    tabs.onmessage = ({ data }: MessageEvent<TabMessage>) => {
      if ("entry" in data) setEntries((list) => [...list, data.entry]);
      else {
        held.gone(data.orders.map(([id]) => id));
        setEntries((list) => withOrders(list, new Map(data.orders)));
      }
    };
    const load = async () => {
      const here = before.current ?? (await keptHere(dto.id, who.id));
      before.current = undefined;
      setEntries((list) => joined(list, here.entries));
      setUnread([...dto.unread, ...here.unread]);
      setAsideShown(here.aside);
      setFault(faultRef.current);
      setDrafts(withDrafts(here.drafts, draftsMade.current));
      setReady(true);
      void made.nudge();
      if (await newerWasHere().catch(() => false)) setOlder(true);
    };
    void load();
    const online = () => void made.nudge();
    window.addEventListener("online", online);
    const keptAgain = onCleared(online);
    return () => {
      ends();
      keptAgain();
      made.stop();
      tabs.close();
      window.removeEventListener("online", online);
    };
  }, [dto.id, dto.servedAt, dto.device, dto.unread, held, who.id]);

  useEffect(() => remember(dto.id, entries), [dto.id, entries]);
  useKeptSheet(dto, entries, faultRef);
  // A page that is brought back is asked for anew: others may have typed meanwhile.
  const [served, setServed] = useState(dto.entries);
  if (served !== dto.entries) {
    setServed(dto.entries);
    setEntries((list) => joined(list, dto.entries));
  }
  const refresh = useEffectEvent(() => go.again());
  useEffect(() => {
    if (old.current) refresh();
  }, []);

  const state = useMemo(() => foldEntries(entries), [entries]);
  useEffect(() => {
    const one = [...state.heads].map(([key, id]) => [key, [id]] as const);
    heads.current = new Map<string, readonly EntryId[]>([...one, ...state.open]);
  }, [state]);

  const addOne = useCallback(
    (bare: NewEntry, key: string, supersedes: EntryId | null) => {
      const id = entryId();
      const entry = {
        ...bare,
        version: ENTRY_VERSION,
        id,
        personId: who.id,
        at:
          (bare.kind === "reading" ? readAt : null) ??
          new Date(Date.now() + faultRef.current).toISOString(),
        supersedes,
        order: null,
      } as SheetEntry;
      heads.current.set(key, [
        ...(heads.current.get(key) ?? []).filter((h) => h !== supersedes),
        id,
      ]);
      setEntries((list) => [...list, entry]);
      const written = beginWriting();
      void keep(dto.id, entry)
        .then(
          () => held.kept(entry),
          () => held.failed(entry),
        )
        .then(() => {
          channel.current?.postMessage({ entry } satisfies TabMessage);
          return courierRef.current?.nudge();
        })
        .finally(written);
    },
    [dto.id, who.id, readAt, beginWriting, held],
  );
  const add = useCallback(
    (bare: NewEntry) => {
      const key = entryKey(bare as EntrySubject);
      // Two devices may have read one strip: what is typed now stands for each of their readings.
      for (const head of heads.current.get(key) ?? [null]) addOne(bare, key, head);
    },
    [addOne],
  );
  const note = useCallback((noted: Note) => add({ kind: "note", note: noted }), [add]);
  const draft = useCallback(
    (key: string, text: string) => {
      // Known here too: a strip that is made anew (another valve position) must not find an old draft.
      draftsMade.current.set(key, text);
      const drafted = () => setDrafts((map) => withDrafts(map, [[key, text]]));
      // The strip shows each key at once; the sheet round it follows while the hand goes on.
      if (text === "") drafted();
      else startTransition(drafted);
      const written = beginWriting();
      const known = (isKept: boolean) =>
        setUnkeptDrafts((before) => {
          // An empty text is nothing that could be lost.
          const isLost = !isKept && text !== "";
          if (before.has(key) === isLost) return before;
          const next = new Set(before);
          if (isLost) next.add(key);
          else next.delete(key);
          return next;
        });
      void keepDraft(dto.id, key, text)
        .then(
          () => known(true),
          () => known(false),
        )
        .finally(written);
    },
    [dto.id, beginWriting],
  );
  const live = useCallback((key: string, raw: string | null) => {
    const typed = () =>
      setTyping((map) => {
        if (raw === null && !map.has(key)) return map;
        const next = new Map(map);
        if (raw === null) next.delete(key);
        else next.set(key, raw);
        return next;
      });
    if (raw === null) typed();
    else startTransition(typed);
  }, []);
  const dropAside = useCallback((id: string) => {
    setAsideShown((list) => list.filter((e) => e.id !== id));
    void forgetAside(id).catch(() => undefined);
  }, []);
  const photos = usePhotos(dto, state, faultRef);
  const where = whereOf(courier, {
    unkept: unkeptCount + unkeptDrafts.size,
    writing: isWriting,
    drafts: drafts.size > 0,
  });
  const here = useOthers(dto, (fresh) => {
    // What a newer program wrote would be read wrongly by this one.
    const known = fresh.entries.filter((e) => e.version <= ENTRY_VERSION);
    if (known.length < fresh.entries.length) setOlder(true);
    if (known.length > 0) setEntries((list) => joined(list, known));
    held.gone(known.map((e) => e.id));
    photos.came(fresh.pictures);
  });
  const signature = useSignature(
    dto,
    {
      entries: where,
      photos: photos.courier,
      aside: aside.length + photos.refused.length > 0,
    },
    faultRef,
  );
  return {
    dto,
    facts: dto.pump.view.facts,
    entries,
    state,
    typing,
    courier: where,
    ready,
    drafts,
    photos,
    signature,
    here,
    retired,
    clockFault: fault,
    aside,
    unread,
    late,
    older,
    readAt,
    setReadAt,
    add,
    note,
    draft,
    live,
    dropAside,
  };
}

/** Where what was typed is: nothing may be called kept that is not, nor sent while text is half typed. */
export function whereOf(
  courier: CourierState,
  on: { readonly unkept: number; readonly writing: boolean; readonly drafts: boolean },
): CourierState {
  if (on.unkept > 0) return { kind: "not-kept", count: on.unkept };
  const keeping =
    (on.writing && courier.kind !== "refused") || (on.drafts && courier.kind === "sent");
  return keeping ? { kind: "keeping" } : courier;
}
