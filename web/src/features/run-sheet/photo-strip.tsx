"use client";

import { notesOf, type PictureFacts } from "@yard-tack/core/visit";
import { Button } from "@mantine/core";
import { useState } from "react";
import { FileButton } from "@/shell/file-button";
import { clock } from "@/shell/times";
import { shrinkPhoto } from "./shrink-photo";
import type { Sheet } from "./use-sheet";
import type { SheetPhoto } from "./use-photos";
import classes from "./photo-strip.module.css";

/** Photos of one thing: taken or chosen, upright, small, kept on the device until the server has them. */
export function PhotoStrip({
  sheet,
  about,
  name,
}: {
  sheet: Sheet;
  about: PictureFacts["about"];
  name: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const list = sheet.photos.list.filter((p) => p.about === about);
  const keep = async (file: Blob & { readonly name?: string }, quarters = 0) => {
    setBusy(true);
    setProblem(null);
    try {
      const shrunk = await shrinkPhoto(file, quarters);
      if (!shrunk.ok) {
        setProblem(shrunk.message);
        return false;
      }
      await sheet.photos.add(about, shrunk);
      return true;
    } catch {
      setProblem("This device has no room left for the picture. Nothing else was changed.");
      return false;
    } finally {
      setBusy(false);
    }
  };
  const choose = async (files: readonly File[]) => {
    for (const file of files) await keep(file);
  };
  const turn = async (photo: SheetPhoto) => {
    const bytes = await fetch(photo.url)
      .then((r) => r.blob())
      .catch(() => undefined);
    if (!bytes) setProblem("The picture could not be fetched to be turned; it is kept as it is.");
    else if (await keep(bytes, 1))
      sheet.note({ topic: "picture-gone", picture: photo.id, value: "turned" });
  };
  return (
    <div className={classes.photos} data-photos={about}>
      <span className={classes.name}>{name}</span>
      <FileButton
        label={busy ? "Shrinking …" : "Take or choose a photo"}
        multiple
        disabled={busy || sheet.dto.signedAt !== null}
        onFiles={(files) => void choose(files)}
      />
      {problem ? (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      ) : null}
      <ul>
        {list.map((photo) => (
          <li key={photo.id}>
            {/* eslint-disable-next-line @next/next/no-img-element -- the device's own bytes, already small */}
            <img
              src={photo.url}
              alt={`${name}, ${clock(photo.at, sheet.dto.pump.zone)}`}
              width={photo.width}
              height={photo.height}
            />
            <Button variant="default" onClick={() => void turn(photo)}>
              Turn
            </Button>
            <Button
              variant="subtle"
              onClick={() =>
                sheet.note({ topic: "picture-gone", picture: photo.id, value: "taken away" })
              }
            >
              Take away
            </Button>
          </li>
        ))}
      </ul>
      <Undo sheet={sheet} />
    </div>
  );
}

/** The picture taken away last can be put back. */
function Undo({ sheet }: { sheet: Sheet }) {
  const last = notesOf(sheet.state, "picture-gone").findLast(
    ({ note }) => note.value === "taken away",
  );
  return last ? (
    <Button variant="subtle" onClick={() => sheet.note({ ...last.note, value: null })}>
      Put the last picture back
    </Button>
  ) : null;
}
