"use client";

import { Textarea } from "@mantine/core";
import { useRef, useState } from "react";
import { useIdle } from "../use-idle";
import type { Sheet } from "../use-sheet";

/** Free words, kept with each key and noted when the hand rests. */
export function Words({
  sheet,
  noteKey,
  label,
  rows = 3,
}: {
  sheet: Sheet;
  noteKey: string;
  label: string;
  rows?: number;
}) {
  const stored = sheet.state.notes.get(noteKey)?.text ?? "";
  const draft = sheet.drafts.get(noteKey);
  return (
    <WordsField
      // What this device kept is read a moment after the first drawing.
      key={`${noteKey}${sheet.ready ? "" : "-early"}`}
      sheet={sheet}
      noteKey={noteKey}
      label={label}
      rows={rows}
      stored={stored}
      start={draft ?? stored}
    />
  );
}

function WordsField({
  sheet,
  noteKey,
  label,
  rows,
  stored,
  start,
}: {
  sheet: Sheet;
  noteKey: string;
  label: string;
  rows: number;
  stored: string;
  start: string;
}) {
  const [text, setText] = useState(start);
  const touched = useRef(start !== stored);
  const { note, draft } = sheet;
  const commit = () => {
    if (!touched.current) return;
    touched.current = false;
    note(noteKey, text.trim());
    draft(noteKey, "");
  };
  useIdle(touched, text, commit);
  return (
    <Textarea
      label={label}
      rows={rows}
      maxLength={4000}
      autosize={false}
      w="100%"
      value={text}
      onChange={(e) => {
        touched.current = true;
        setText(e.target.value);
        draft(noteKey, e.target.value);
      }}
      onBlur={commit}
    />
  );
}
