/** A line being drawn: every change a step that can be taken back; letters typed one after another in a field are one. */
import type { WrittenPart } from "@yard-tack/core/board";

/** A part with a name of its own while it is drawn, so that it keeps it wherever it is moved. */
export interface DraftPart {
  readonly id: string;
  readonly part: WrittenPart;
}

export interface LineDraft {
  readonly past: readonly (readonly DraftPart[])[];
  readonly now: readonly DraftPart[];
  readonly future: readonly (readonly DraftPart[])[];
  /** The field that the last change was in; undefined when the next one is a step of its own. */
  readonly at: string | undefined;
  /** It began with what an earlier visit to the page left unsaved. */
  readonly restored: boolean;
}

export type LineChange =
  | {
      readonly do: "field";
      readonly id: string;
      readonly field: string;
      readonly value: string | number | undefined;
    }
  | { readonly do: "add"; readonly after: string | undefined; readonly part: DraftPart }
  | { readonly do: "copy"; readonly id: string; readonly as: string }
  | { readonly do: "remove"; readonly id: string }
  | { readonly do: "move"; readonly from: number; readonly to: number }
  | { readonly do: "whole"; readonly parts: readonly DraftPart[] }
  | { readonly do: "start"; readonly parts: readonly DraftPart[]; readonly restored: boolean }
  | { readonly do: "undo" }
  | { readonly do: "redo" };

const MOST_STEPS = 200;

export const startLine = (parts: readonly DraftPart[], restored = false): LineDraft => ({
  ...{ past: [], now: parts, future: [], at: undefined, restored },
});

/** Undo and redo at their ends change nothing. */
export function lineChanged(draft: LineDraft, change: LineChange): LineDraft {
  const { past, now, future, restored } = draft;
  if (change.do === "start") return startLine(change.parts, change.restored);
  if (change.do === "undo") {
    const last = past.at(-1);
    return last
      ? { past: past.slice(0, -1), now: last, future: [now, ...future], at: undefined, restored }
      : draft;
  }
  if (change.do === "redo") {
    const [next, ...rest] = future;
    return next
      ? { past: [...past, now], now: next, future: rest, at: undefined, restored }
      : draft;
  }
  const at = change.do === "field" ? `${change.id}/${change.field}` : undefined;
  const next = applied(now, change);
  if (at !== undefined && at === draft.at) return { ...draft, now: next, future: [] };
  return { past: [...past, now].slice(-MOST_STEPS), now: next, future: [], at, restored };
}

type Step = Exclude<LineChange, { do: "start" | "undo" | "redo" }>;

function applied(now: readonly DraftPart[], change: Step): readonly DraftPart[] {
  const place = (id: string | undefined) => now.findIndex((p) => p.id === id);
  switch (change.do) {
    case "field":
      return now.map((p) => (p.id === change.id ? { ...p, part: withField(p.part, change) } : p));
    case "add": {
      const after = change.after === undefined ? now.length : place(change.after) + 1;
      return [...now.slice(0, after), change.part, ...now.slice(after)];
    }
    case "copy": {
      const from = place(change.id);
      const found = now[from];
      if (!found) return now;
      return [...now.slice(0, from + 1), { ...found, id: change.as }, ...now.slice(from + 1)];
    }
    case "remove":
      return now.filter((p) => p.id !== change.id);
    case "move": {
      const list = [...now];
      list.splice(change.to, 0, ...list.splice(change.from, 1));
      return list;
    }
    case "whole":
      return change.parts;
  }
}

/** An empty field is one that nobody gave. */
function withField(
  part: WrittenPart,
  { field, value }: { readonly field: string; readonly value: string | number | undefined },
): WrittenPart {
  const rest = Object.fromEntries(Object.entries(part).filter(([key]) => key !== field));
  return (value === undefined || value === "" ? rest : { ...rest, [field]: value }) as WrittenPart;
}
