"use client";

import type { UnitSystem } from "@yard-tack/core/quantity";
import type { ReactNode } from "react";
import type { SnapshotLabel } from "./entries";
import { limitsOf } from "./plausible";
import { ReadingStrip } from "./reading-strip";
import { readingKey } from "./sheet-state";
import type { Slot } from "./slots";
import type { Sheet } from "./use-sheet";

const NO_LIMITS = {};

interface Common {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly slot: Slot;
  readonly compact?: boolean;
  readonly below?: ReactNode;
  readonly locked?: boolean;
}

/** A strip whose value is a reading of the sheet, at a valve position or of a test. */
export function SheetStrip({
  sheet,
  units,
  slot,
  snapshot,
  expected,
  hint,
  compact,
  below,
  locked = false,
}: Common & {
  readonly snapshot: SnapshotLabel;
  readonly expected?: { readonly low: number; readonly high: number } | undefined;
  readonly hint?: string | undefined;
}) {
  const key = readingKey(snapshot, slot.slot);
  const entry = sheet.state.readings.get(key);
  return (
    <ReadingStrip
      // A strip starts from what is kept; once that is known it is made anew.
      key={`${key}${sheet.ready ? "" : "-early"}`}
      slot={slot}
      limits={limitsOf(sheet.dto.pump, sheet.state.notes, slot.slot)}
      system={units}
      entry={entry}
      draft={sheet.drafts.get(key)}
      expected={expected}
      {...(hint === undefined ? {} : { hint })}
      {...(compact ? { compact } : {})}
      below={below}
      locked={sheet.dto.signedAt !== null || locked}
      onDraft={(text) => sheet.draft(key, text)}
      onLive={(raw) => sheet.live(key, raw)}
      onReading={(r) =>
        sheet.add({
          kind: "reading",
          snapshot,
          slot: slot.slot,
          supersedes: entry?.id ?? null,
          ...r,
        })
      }
    />
  );
}

/** A strip whose value is a note: how a gauge hangs, what a plate says. */
export function NoteStrip({
  sheet,
  units,
  slot,
  noteKey,
  remembered,
  compact,
  below,
}: Common & {
  readonly noteKey: string;
  /** What was known before this visit. */
  readonly remembered?: string | undefined;
}) {
  const raw = sheet.state.notes.get(noteKey)?.text ?? remembered;
  return (
    <ReadingStrip
      key={`${noteKey}${sheet.ready ? "" : "-early"}`}
      slot={slot}
      limits={NO_LIMITS}
      system={units}
      entry={raw === undefined ? undefined : { raw, unit: null, reason: null }}
      draft={sheet.drafts.get(noteKey)}
      expected={undefined}
      {...(compact ? { compact } : {})}
      below={below}
      locked={sheet.dto.signedAt !== null}
      onDraft={(text) => sheet.draft(noteKey, text)}
      onLive={() => undefined}
      onReading={(r) => sheet.note(noteKey, r.raw)}
    />
  );
}
