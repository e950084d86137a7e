"use client";

import { notedText, type NoteSubject } from "@yard-tack/core/visit";
import { Textarea, TextInput } from "@mantine/core";
import { useRef, useState } from "react";
import { draftKeyOf } from "../drafts";
import { useIdle } from "../use-idle";
import type { Sheet } from "../use-sheet";

/** What free words are about. */
type WordsSubject = Extract<
  NoteSubject,
  { topic: "words" | "test-words" | "hours-run" | "time-used" }
>;

/** Free words, kept with each key and noted when the hand rests. */
export function Words({
  sheet,
  subject,
  label,
  rows = 3,
  about,
}: {
  sheet: Sheet;
  subject: WordsSubject;
  label: string;
  /** 1: a line. */
  rows?: number;
  /** What is known of it, or is wrong with what was typed. */
  about?: (text: string) => { readonly hint?: string; readonly fault?: string };
}) {
  const stored = notedText(sheet.state, subject) ?? "";
  const key = draftKeyOf(subject);
  const draft = sheet.drafts.get(key);
  return (
    <WordsField
      // What this device kept is read a moment after the first drawing.
      key={`${key}${sheet.ready ? "" : "-early"}`}
      sheet={sheet}
      subject={subject}
      label={label}
      rows={rows}
      about={about}
      stored={stored}
      start={draft ?? stored}
    />
  );
}

function WordsField({
  sheet,
  subject,
  label,
  rows,
  about,
  stored,
  start,
}: {
  sheet: Sheet;
  subject: WordsSubject;
  label: string;
  rows: number;
  about: Parameters<typeof Words>[0]["about"];
  stored: string;
  start: string;
}) {
  const [text, setText] = useState(start);
  const touched = useRef(start !== stored);
  const { note, draft } = sheet;
  const commit = () => {
    if (!touched.current) return;
    touched.current = false;
    note({ ...subject, value: text.trim() || null });
    draft(draftKeyOf(subject), "");
  };
  useIdle(touched, text, commit);
  const said = about?.(text);
  const common = {
    label,
    description: said?.hint,
    error: said?.fault,
    w: "100%",
    value: text,
    readOnly: !sheet.ready,
    onChange: (e: { target: { value: string } }) => {
      touched.current = true;
      setText(e.target.value);
      draft(draftKeyOf(subject), e.target.value);
    },
    onBlur: commit,
  };
  return rows === 1 ? (
    <TextInput {...common} maxLength={40} />
  ) : (
    <Textarea {...common} rows={rows} maxLength={4000} autosize={false} />
  );
}
