/** A rating being entered, kept on this device until it is saved. */
import * as z from "zod";
import type { Draft } from "./draft";

const KEY = (pumpId: string) => `yard-curve-${pumpId}`;

const cells = z.record(z.string(), z.string());
const kept = z.object({
  /** The stored rating it began from. */
  basedOn: z.string().nullable(),
  draft: z.object({
    tables: z.array(
      z.object({
        id: z.string(),
        kind: z.enum(["curve", "displacement", "displacement-npsh", "jet"]),
        head: cells,
        units: cells,
        rows: z.array(cells),
      }),
    ),
    point: cells,
    source: z.string(),
  }),
});

/** The draft kept for a pump; undefined when there is none or it began from another rating. */
export function keptDraft(pumpId: string, basedOn: string | null): Draft | undefined {
  try {
    const parsed = kept.safeParse(JSON.parse(localStorage.getItem(KEY(pumpId)) ?? "null"));
    return parsed.success && parsed.data.basedOn === basedOn
      ? (parsed.data.draft as Draft)
      : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a draft; a full or forbidden store is no reason to stop typing. */
export function keepDraft(pumpId: string, basedOn: string | null, draft: Draft): void {
  try {
    localStorage.setItem(KEY(pumpId), JSON.stringify({ basedOn, draft }));
  } catch {
    // Nothing can be done here; the page still holds it.
  }
}

export function forgetDraft(pumpId: string): void {
  try {
    localStorage.removeItem(KEY(pumpId));
  } catch {
    // As above.
  }
}
