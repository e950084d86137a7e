/** A line being drawn, kept on this device until it is saved. */
import type { WrittenPart } from "@yard-tack/core/board";
import * as z from "zod";

const keyOf = (pump: string, side: string) => `yard-line-${pump}-${side}`;

const kept = z.object({
  /** Version of the pump that it began from. */
  version: z.number(),
  parts: z.array(z.record(z.string(), z.union([z.string(), z.number(), z.null()]))).max(400),
});

/** Undefined where there is none, or the pump was changed since. */
export function keptLine(
  pump: string,
  side: string,
  version: number,
): readonly WrittenPart[] | undefined {
  try {
    const parsed = kept.safeParse(JSON.parse(localStorage.getItem(keyOf(pump, side)) ?? "null"));
    return parsed.success && parsed.data.version === version
      ? (parsed.data.parts as unknown as readonly WrittenPart[])
      : undefined;
  } catch {
    return undefined;
  }
}

/** A full or forbidden store is no reason to stop drawing. */
export function keepLine(
  pump: string,
  side: string,
  version: number,
  parts: readonly WrittenPart[],
): void {
  try {
    localStorage.setItem(keyOf(pump, side), JSON.stringify({ version, parts }));
  } catch {
    // The page still holds it.
  }
}

export function forgetLine(pump: string, side: string): void {
  try {
    localStorage.removeItem(keyOf(pump, side));
  } catch {
    // As above.
  }
}
