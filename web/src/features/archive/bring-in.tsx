"use client";

import { Button, FileInput } from "@mantine/core";
import Link from "next/link";
import { useState, useTransition } from "react";
import * as z from "zod";
import classes from "./archive.module.css";

const refusal = z.object({ errors: z.array(z.object({ message: z.string() })).min(1) });
const brought = z.object({ made: z.string(), rows: z.record(z.string(), z.number()) });

type Said =
  { readonly ok: true; readonly words: string } | { readonly ok: false; readonly words: string };

/** Chooses an archive and sends it; what came of it is said in its place. */
export function BringIn() {
  const [file, setFile] = useState<File | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const [pending, start] = useTransition();
  const send = () => {
    if (!file) return setSaid({ ok: false, words: "Choose the archive first." });
    setSaid(null);
    start(async () => setSaid(await sendArchive(file)));
  };
  return (
    <div className={classes.form}>
      <FileInput
        label="Archive"
        placeholder="yard-….zip"
        accept=".zip,application/zip"
        value={file}
        onChange={(chosen) => {
          setFile(chosen);
          setSaid(null);
        }}
        error={said && !said.ok ? said.words : undefined}
      />
      <Button onClick={send} loading={pending}>
        Bring it in
      </Button>
      <p role="status" className={classes.small}>
        {pending ? "Reading the archive; leave this page open." : null}
        {said?.ok ? (
          <>
            {said.words} <Link href="/yard">Open the Yard</Link>
          </>
        ) : null}
      </p>
    </div>
  );
}

async function sendArchive(file: File): Promise<Said> {
  try {
    const response = await fetch("/people/archive/in", {
      method: "POST",
      headers: { "content-type": "application/zip" },
      body: file,
    });
    const json: unknown = await response.json();
    const done = brought.safeParse(json);
    if (response.ok && done.success) return { ok: true, words: wordsOf(done.data) };
    const why = refusal.safeParse(json);
    if (why.success) return { ok: false, words: why.data.errors.map((e) => e.message).join(" ") };
  } catch {
    // Said below: the server is away, or what it said is no answer of ours.
  }
  return {
    ok: false,
    words: "The archive did not get through. Nothing was brought in; try again.",
  };
}

const wordsOf = ({ made, rows }: z.output<typeof brought>) =>
  `The archive of ${made.slice(0, 10)} is in: ${rows["pump"] ?? 0} pumps, ${rows["log_entry"] ?? 0} entries of the log, ${rows["photo"] ?? 0} pictures.`;
