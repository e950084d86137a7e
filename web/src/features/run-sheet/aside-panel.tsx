"use client";

import { dimensionAt, LONGEST_TEXT } from "@yard-tack/core/case";
import { stripsOf } from "@yard-tack/core/visit";
import { Button, TextInput } from "@mantine/core";
import { useState, useTransition } from "react";
import type { AsideEntry } from "@/features/device";
import { useGo } from "@/shell/go";
import { dayAndClock } from "@/shell/times";
import { addAddendum } from "./add-addendum";
import { readTyped } from "./typed";
import type { RefusedPhoto } from "./use-photos";
import type { NewEntry, Sheet } from "./use-sheet";
import classes from "./aside-panel.module.css";

/** Whether anything of this sheet is not where it belongs. */
export const asideNeeded = (sheet: Sheet): boolean =>
  setAsideOf(sheet) > 0 ||
  sheet.unread.length > 0 ||
  ["not-kept", "refused"].includes(sheet.courier.kind) ||
  (sheet.late && sheet.dto.signedAt !== null);

/** How much of this sheet was set aside: entries and pictures. */
export const setAsideOf = ({ aside, photos }: Sheet): number =>
  aside.length + photos.refused.length;

/** What was refused, what is not understood, what came late, what is not kept: each with a way on. */
export function AsidePanel({ sheet }: { sheet: Sheet }) {
  const { aside, unread, late, courier, dto } = sheet;
  const save = () => void import("./export-sheet").then((m) => m.exportSheet(sheet));
  return (
    <section className={classes.panel} aria-label="Not yet where it belongs" data-testid="aside">
      {aside.map((entry) => (
        <Aside key={entry.id} entry={entry} sheet={sheet} />
      ))}
      {sheet.photos.refused.map((photo) => (
        <RefusedPicture key={photo.id} photo={photo} sheet={sheet} />
      ))}
      {unread.map((entry) => (
        <p key={entry.id} data-unread={entry.id}>
          Not understood and left out: <b>{entry.text || entry.kind || "an entry"}</b>.{" "}
          {entry.reason}
        </p>
      ))}
      {late && dto.signedAt !== null ? <Late sheet={sheet} /> : null}
      {aside.length + unread.length > 0 || ["not-kept", "refused"].includes(courier.kind) ? (
        <Button variant="default" onClick={save}>
          Save what is on this screen as a file
        </Button>
      ) : null}
    </section>
  );
}

/** One entry the server did not take: its text, why, and a place to mend it. */
function Aside({ entry, sheet }: { entry: AsideEntry; sheet: Sheet }) {
  const text = textOf(entry.entry);
  const [mended, setMended] = useState(text);
  const again = () => {
    const next = withText(entry.entry, mended);
    if (!next) return;
    sheet.add(next);
    sheet.dropAside(entry.id);
  };
  const canMend = withText(entry.entry, mended) !== undefined && mended.trim() !== "";
  return (
    <div className={classes.aside} data-aside={entry.id}>
      <p role="alert">
        {nameOf(entry.entry, sheet)} set aside, not sent: {entry.reason}{" "}
        {canMend && entry.waitsFor === undefined ? "Mend it and send it again, or drop it." : ""}
      </p>
      <TextInput
        label="What was typed"
        value={mended}
        maxLength={LONGEST_TEXT}
        onChange={(e) => setMended(e.target.value)}
      />
      <div className={classes.buttons}>
        <Button variant="default" disabled={!canMend} onClick={again}>
          {entry.waitsFor === undefined ? "Send it again" : "Send it under my name"}
        </Button>
        <Button variant="subtle" onClick={() => sheet.dropAside(entry.id)}>
          Drop it
        </Button>
      </div>
    </div>
  );
}

const OF: Readonly<Record<string, string>> = {
  "body-plate": " of the pump's plate",
  "motor-plate": " of the motor's plate",
};

/** A picture the server did not take. Whatever it is, it holds nothing else up. */
function RefusedPicture({ photo, sheet }: { photo: RefusedPhoto; sheet: Sheet }) {
  // Of one that is damaged nothing may be known any more.
  const taken = Number.isNaN(Date.parse(photo.at))
    ? ""
    : `, taken ${dayAndClock(photo.at, sheet.dto.pump.zone)},`;
  return (
    <div className={classes.aside} data-refused-picture={photo.id}>
      <p role="alert">
        A picture{OF[photo.about] ?? ""}
        {taken} is set aside, not sent: {photo.reason}
      </p>
      <div className={classes.buttons}>
        {photo.whole ? (
          <Button variant="default" onClick={() => sheet.photos.tryAgain(photo.id)}>
            Send it again
          </Button>
        ) : null}
        <Button
          variant={photo.whole ? "subtle" : "default"}
          onClick={() => sheet.photos.drop(photo.id)}
        >
          Drop it
        </Button>
      </div>
    </div>
  );
}

/** What came after the signature, and the addendum that takes it into the log. */
function Late({ sheet }: { sheet: Sheet }) {
  const go = useGo();
  const [pending, start] = useTransition();
  const [problem, setProblem] = useState<string | null>(null);
  const add = () =>
    start(async () => {
      const outcome = await addAddendum({ sheetId: sheet.dto.id }).catch(
        () =>
          ({ ok: false, message: "The server did not answer; try again in a moment." }) as const,
      );
      if (outcome.ok) go.to(`/log/${outcome.logEntryId}`);
      else setProblem(outcome.message);
    });
  return (
    <div className={classes.aside} data-testid="late">
      <p role="status">
        Something typed on another device came after the signature. It is kept with this sheet and
        is not in the signed log entry.
      </p>
      <Button variant="default" loading={pending} onClick={add}>
        Add it to the log as an addendum
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </div>
  );
}

const isObject = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === "object" && v !== null;

/** What the entry is of, as the sheet names it. */
function nameOf(entry: unknown, { dto: { pump }, facts }: Sheet): string {
  if (!isObject(entry)) return "An entry was";
  const { kind, snapshot, slot } = entry;
  if (kind !== "reading") return `${kind === "note" ? "A note" : "An entry"} was`;
  const strip = stripsOf(pump.instruments, facts, pump.units).find((s) => s.slot === slot);
  return strip ? `${strip.name}, ${String(snapshot)}, was` : "A reading was";
}

/** What was typed, as far as the entry has a text. */
function textOf(entry: unknown): string {
  if (typeof entry === "string") return entry.slice(0, LONGEST_TEXT);
  if (!isObject(entry)) return "";
  const { raw, note } = entry;
  if (typeof raw === "string") return raw;
  return isObject(note) && typeof note["value"] === "string" ? note["value"] : "";
}

/** The entry with another text; undefined when it has none that could be mended. */
function withText(entry: unknown, text: string): NewEntry | undefined {
  if (!isObject(entry)) return undefined;
  const { kind, snapshot, slot, note } = entry;
  if (kind === "reading" && typeof snapshot === "string" && typeof slot === "string") {
    const dimension = dimensionAt(snapshot, slot);
    if (!dimension) return undefined;
    const { raw, quantity, error } = readTyped(text, "", false, dimension);
    return {
      kind,
      snapshot,
      slot,
      raw,
      unit: quantity?.unit ?? null,
      si: quantity?.si ?? null,
      fault: quantity ? null : (error?.reason ?? "not-a-number"),
      reason: null,
    } as NewEntry;
  }
  if (kind === "note" && isObject(note))
    return { kind, note: { ...note, value: text } } as NewEntry;
  return undefined;
}
