"use client";

import { type LineSide, type LineView, lineView, type WrittenPart } from "@yard-tack/core/board";
import { useDeferredValue, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { useWho } from "@/shell/who";
import { type DraftPart, type LineChange, lineChanged, startLine } from "./draft";
import { keepLine, keptLine } from "./kept-line";
import type { LineDto } from "./server";

export type Today = Record<"flow" | "level" | "standing" | "temperature" | "primer", string>;
const NOTHING_TODAY: Today = { flow: "", level: "", standing: "", temperature: "", primer: "" };

/** A part that is held over another place. */
interface Held {
  readonly from: number;
  readonly to: number;
}

export const asDraft = (parts: readonly WrittenPart[]): DraftPart[] =>
  parts.map((part) => ({ id: newId(), part }));

/** A side of a pump's line as it is being drawn: its parts, what is so today, what is chosen to be changed. */
export function useLine(dto: LineDto, side: LineSide) {
  const { units } = useWho();
  const stored = useMemo(
    () => (dto.written[side]?.elements ?? []) as readonly WrittenPart[],
    [dto, side],
  );
  const [draft, change] = useReducer(lineChanged, startLine(asDraft(stored)));
  const [today, setToday] = useState<Today>(NOTHING_TODAY);
  const [chosen, choose] = useState<readonly string[]>([]);
  useEffect(() => {
    // What this device kept is read after the first drawing, which the server made too.
    const before = keptLine(dto.pumpId, side, dto.version);
    if (before) change({ do: "start", parts: asDraft(before), restored: true });
    // A newer version is this hand's own save: what it has drawn and chosen since stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const dirty = draft.past.length > 0 || draft.restored;
  const edit = (step: LineChange) => {
    change(step);
    const next = lineChanged(draft, step).now.map((p) => p.part);
    keepLine(dto.pumpId, side, dto.version, next);
  };
  const parts = useMemo(() => draft.now.map((p) => p.part), [draft.now]);
  // The drawing follows the hand a moment later; a field never waits for it.
  const asked = useDeferredValue(
    useMemo(
      () => ({ written: dto.written, side, parts, asItLies: stored, today, chosen, units }),
      [dto.written, side, parts, stored, today, chosen, units],
    ),
  );
  const view = useMemo(() => lineView(asked), [asked]);
  const shown = useLastGood(view);
  // While a part is held over another place the drawing shows it there already; the rows stay under the hand.
  const [held, hold] = useState<Held>();
  const over = useDeferredValue(held);
  const drawn = useMemo(() => {
    if (!over || over.from === over.to) return undefined;
    const { now } = lineChanged(draft, { do: "move", ...over });
    return lineView({ ...asked, parts: now.map((p) => p.part) });
  }, [over, draft, asked]);
  /** What is drawn is kept: nothing of it is left to lose. */
  const settle = () => change({ do: "start", parts: draft.now, restored: false });
  return {
    settle,
    draft,
    edit,
    view,
    shown,
    hold,
    drawn: drawn && !drawn.faults.some((f) => f.stops) ? drawn : shown,
    today,
    setToday,
    chosen,
    choose,
    dirty,
    asked,
    parts,
    units,
  };
}

/** The last drawing that could be, while what is typed cannot. */
function useLastGood(view: LineView): LineView {
  const [good, setGood] = useState(view);
  const stops = view.faults.some((f) => f.stops);
  const last = useRef(view);
  useEffect(() => {
    if (!stops && last.current !== view) {
      last.current = view;
      setGood(view);
    }
  }, [view, stops]);
  return stops ? { ...good, faults: view.faults } : view;
}
