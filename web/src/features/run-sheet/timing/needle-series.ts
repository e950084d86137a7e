/** A needle's looks as they are noted: a line each, the time by the device's clock and what was typed. */
import { parseReading } from "@yard-tack/core/quantity";
import type { NeedleLook } from "@yard-tack/core/suction";

export interface NotedLook extends NeedleLook {
  readonly raw: string;
  /** As it was noted. */
  readonly time: string;
}

const LINE = /^(\S+) (.+)$/;

/** The depth of a vacuum [Pa below atmosphere] as it was typed: "-0.82 bar", "24 inHg vac"; undefined for no pressure. */
export function vacuumOf(raw: string): number | undefined {
  const parsed = parseReading(raw, "pressure");
  return parsed.ok ? -parsed.value.mean : undefined;
}

/** Looks of a note, in their order; a line that is none is left out. */
export function needleSeries(text: string | undefined): readonly NotedLook[] {
  let begun: number | undefined;
  return (text ?? "").split("\n").flatMap((line): NotedLook[] => {
    const [, time = "", raw = ""] = LINE.exec(line) ?? [];
    const [at, vacuum] = [Date.parse(time), vacuumOf(raw)];
    if (Number.isNaN(at) || vacuum === undefined) return [];
    begun ??= at;
    return [{ at: (at - begun) / 1000, vacuum, raw, time }];
  });
}

/** The note with one look more. */
export const withLook = (text: string | undefined, at: Date, raw: string): string =>
  [...(text ? [text] : []), `${at.toISOString()} ${raw}`].join("\n");
