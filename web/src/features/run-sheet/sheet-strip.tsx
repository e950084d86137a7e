"use client";

import type { SnapshotLabel } from "@yard-tack/core/case";
import type { UnitSystem } from "@yard-tack/core/quantity";
import {
  type Limits,
  limitsOf,
  type Note,
  notedText,
  type NoteSubject,
  readingKey,
  type Strip,
} from "@yard-tack/core/visit";
import type { ReactNode } from "react";
import { draftKeyOf } from "./drafts";
import { ReadingStrip } from "./reading-strip";
import type { Sheet } from "./use-sheet";

interface Common {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly slot: Strip;
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
      limits={limitsOf(sheet.dto.pump, sheet.state, slot.slot)}
      system={units}
      entry={entry}
      draft={sheet.drafts.get(key)}
      expected={expected}
      {...(hint === undefined ? {} : { hint })}
      {...(compact ? { compact } : {})}
      below={below}
      locked={sheet.dto.signedAt !== null || locked}
      waits={!sheet.ready}
      onDraft={(text) => sheet.draft(key, text)}
      onLive={(raw) => sheet.live(key, raw)}
      onReading={(r) =>
        sheet.add({
          kind: "reading",
          snapshot,
          slot: slot.slot,
          ...r,
        })
      }
    />
  );
}

/** Notes that hold a quantity as text. */
type QuantityNote = Extract<NoteSubject, { topic: "gauge" | "zero" | "plate" }>;

const withValue = (subject: QuantityNote, raw: string): Note => ({
  ...subject,
  value: raw === "" ? null : raw,
});

/** A note has no gauge of its own to be beyond. */
const onlyAtmosphere = (sheet: Sheet): Limits => ({
  atmosphere: sheet.dto.pump.view.atmosphere,
});

/** A strip whose value is a note: how a gauge hangs, what a plate says. */
export function NoteStrip({
  sheet,
  units,
  slot,
  subject,
  remembered,
  compact,
  below,
}: Common & {
  readonly subject: QuantityNote;
  /** What was known before this visit. */
  readonly remembered?: string | undefined;
}) {
  const key = draftKeyOf(subject);
  const raw = notedText(sheet.state, subject) ?? remembered;
  return (
    <ReadingStrip
      key={`${key}${sheet.ready ? "" : "-early"}`}
      slot={slot}
      limits={onlyAtmosphere(sheet)}
      system={units}
      entry={raw === undefined ? undefined : { raw, unit: null, reason: null }}
      draft={sheet.drafts.get(key)}
      expected={undefined}
      {...(compact ? { compact } : {})}
      below={below}
      locked={sheet.dto.signedAt !== null}
      waits={!sheet.ready}
      onDraft={(text) => sheet.draft(key, text)}
      onLive={() => undefined}
      onReading={(r) => sheet.note(withValue(subject, r.raw))}
    />
  );
}
