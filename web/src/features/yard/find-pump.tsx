"use client";

import { Button, TextInput } from "@mantine/core";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { FileButton } from "@/shell/file-button";
import { readCode } from "./tag-code";
import classes from "./yard.module.css";

/** Opens a pump by the code on its tag, typed or scanned with the camera. */
export function FindPump({ onCode }: { onCode?: (code: string) => void }) {
  const router = useRouter();
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const open = (written: string) => {
    const code = readCode(written);
    if (!code) {
      setProblem("A code has eight letters and figures, like 3F2A-91C2.");
      return;
    }
    setProblem(null);
    if (onCode) onCode(code);
    else router.push(`/t/${code}`);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    open(text);
  };
  const scan = async ([file]: readonly File[]) => {
    if (!file) return;
    const { readSquareCode } = await import("./square-code");
    const found = await readSquareCode(file);
    if (found) open(found);
    else setProblem("No square code was found in that picture. Come closer, or type the code.");
  };
  return (
    <form onSubmit={submit} className={classes.find}>
      <TextInput
        label="Code on the tag"
        placeholder="3F2A-91C2"
        autoComplete="off"
        value={text}
        error={problem}
        onChange={(e) => setText(e.target.value)}
      />
      <Button type="submit" variant="default">
        Open
      </Button>
      <FileButton label="Scan" camera onFiles={(files) => void scan(files)} />
    </form>
  );
}
