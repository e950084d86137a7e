/** Undo for a draft: every change is a step; letters typed one after another in a cell are one. */
import type { Draft, DraftTable, TableKind } from "./draft";
import { emptyTable } from "./draft";
import type { Unit, UnitSystem } from "@yard-tack/core/quantity";

export interface History {
  readonly past: readonly Draft[];
  readonly now: Draft;
  readonly future: readonly Draft[];
  /** The cell the last change was in; undefined when the next one must be a step of its own. */
  readonly at: string | undefined;
  /** It began with what an earlier visit to the page left unsaved. */
  readonly restored: boolean;
}

export type Change =
  | {
      readonly do: "cell";
      readonly table: string;
      readonly row: number;
      readonly key: string;
      readonly text: string;
    }
  | { readonly do: "head"; readonly table: string; readonly key: string; readonly text: string }
  | { readonly do: "unit"; readonly table: string; readonly key: string; readonly unit: Unit }
  | { readonly do: "point"; readonly key: string; readonly text: string }
  | { readonly do: "add-row"; readonly table: string }
  | { readonly do: "remove-row"; readonly table: string; readonly row: number }
  | {
      readonly do: "add-table";
      readonly kind: TableKind;
      readonly id: string;
      readonly system: UnitSystem;
    }
  | { readonly do: "remove-table"; readonly table: string }
  | { readonly do: "take"; readonly tables: readonly DraftTable[]; readonly source: string }
  | { readonly do: "undo" }
  | { readonly do: "redo" }
  | { readonly do: "start"; readonly draft: Draft; readonly restored: boolean };

const MOST_STEPS = 200;

export const startHistory = (draft: Draft, restored = false): History => ({
  past: [],
  now: draft,
  future: [],
  at: undefined,
  restored,
});

/** The history after a change; undo and redo at their ends change nothing. */
export function changed(history: History, change: Change): History {
  const { past, now, future, restored } = history;
  if (change.do === "start") return startHistory(change.draft, change.restored);
  if (change.do === "undo") {
    const last = past.at(-1);
    return last
      ? { past: past.slice(0, -1), now: last, future: [now, ...future], at: undefined, restored }
      : history;
  }
  if (change.do === "redo") {
    const [next, ...rest] = future;
    return next
      ? { past: [...past, now], now: next, future: rest, at: undefined, restored }
      : history;
  }
  const at = placeOf(change);
  const next = apply(now, change);
  if (at !== undefined && at === history.at) return { ...history, now: next, future: [] };
  return { past: [...past, now].slice(-MOST_STEPS), now: next, future: [], at, restored };
}

/** Typing in one cell merges; anything else stands alone. */
function placeOf(change: Change): string | undefined {
  if (change.do === "cell") return `${change.table}/${change.row}/${change.key}`;
  if (change.do === "head") return `${change.table}/${change.key}`;
  return change.do === "point" ? `point/${change.key}` : undefined;
}

type Edit = Exclude<Change, { do: "undo" | "redo" | "start" }>;

function apply(draft: Draft, change: Edit): Draft {
  const table = (id: string, edit: (t: DraftTable) => DraftTable): Draft => ({
    ...draft,
    tables: draft.tables.map((t) => (t.id === id ? edit(t) : t)),
  });
  switch (change.do) {
    case "cell":
      return table(change.table, (t) => ({
        ...t,
        rows: t.rows.map((r, i) => (i === change.row ? { ...r, [change.key]: change.text } : r)),
      }));
    case "head":
      return table(change.table, (t) => ({ ...t, head: { ...t.head, [change.key]: change.text } }));
    case "unit":
      return table(change.table, (t) => ({
        ...t,
        units: { ...t.units, [change.key]: change.unit },
      }));
    case "point":
      return { ...draft, point: { ...draft.point, [change.key]: change.text } };
    case "add-row":
      return table(change.table, (t) => ({ ...t, rows: [...t.rows, {}] }));
    case "remove-row":
      return table(change.table, (t) => ({
        ...t,
        rows: t.rows.filter((_, i) => i !== change.row),
      }));
    case "add-table":
      return {
        ...draft,
        tables: [...draft.tables, emptyTable(change.kind, change.id, change.system)],
      };
    case "remove-table":
      return { ...draft, tables: draft.tables.filter((t) => t.id !== change.table) };
    case "take":
      return {
        ...draft,
        source: change.source,
        tables: [...draft.tables.filter(hasFigures), ...change.tables],
      };
  }
}

const hasFigures = (t: DraftTable): boolean =>
  t.rows.some((r) => Object.values(r).some((v) => v.trim() !== ""));
