"use client";

import type { SheetId } from "@yard-tack/core/case";
import { Button } from "@mantine/core";
import { useEffect, useState, useTransition } from "react";
import {
  type AsideEntry,
  asideOf,
  callOf,
  forgetAside,
  isWhole,
  keepCall,
  type KeptPhoto,
  keptSheets,
  photosAcknowledged,
  photosRefused,
  refusePhoto,
  type Room,
  roomHere,
  sendAll,
  tryAgain,
  type Unsent,
  unsent,
} from "@/features/device";
import type { SheetDto } from "@/features/run-sheet";
import { FileButton } from "@/shell/file-button";
import { PageHead } from "@/shell/page-head";
import { asText } from "./entry-words";
import { AgainButton } from "./again-button";
import classes from "./on-device.module.css";

interface Row {
  readonly id: SheetId;
  /** Tag and complaint, where the sheet is on this device. */
  readonly name: string;
  readonly of: Unsent;
  readonly aside: readonly AsideEntry[];
  /** Pictures that the server did not take. */
  readonly pictures: readonly KeptPhoto[];
  /** Why the server did not take its call. */
  readonly call: string | undefined;
}

async function rowsHere(): Promise<readonly Row[]> {
  const [kept, waits] = await Promise.all([keptSheets(), unsent()]);
  const names = new Map(
    kept.map((k) => {
      const { pump, complaint } = k.dto as SheetDto;
      return [k.id, [pump.tag, complaint].filter((w) => w !== "").join(", ")] as const;
    }),
  );
  return Promise.all(
    [...waits].map(async ([id, of]) => ({
      ...{ id, of, name: names.get(id) ?? `Sheet ${id.slice(0, 8)}` },
      aside: of.aside > 0 ? await asideOf(id) : [],
      pictures: of.aside > 0 ? await photosRefused(id) : [],
      call: of.calls > 0 ? (await callOf(id))?.refused : undefined,
    })),
  );
}

const NO_ANSWER = {
  "no-answer": "The server does not answer. Everything stays here and is tried again by itself.",
  "signed-out":
    "Nobody is signed in here any more. Everything stays here: sign in again, and it goes.",
  sent: "",
} as const;

/** Everything that is on this device and not with the server, sheet by sheet. */
export function WaitingPage({ device = false }: { device?: boolean }) {
  const [rows, setRows] = useState<readonly Row[] | null>(null);
  const [said, setSaid] = useState("");
  const [room, setRoom] = useState<Room | undefined>();
  const [pending, start] = useTransition();
  const look = async () => setRows(await rowsHere().catch(() => []));
  useEffect(() => {
    const first = async () => {
      setRows(await rowsHere().catch(() => []));
      setRoom(await roomHere());
    };
    void first();
  }, []);
  const send = () =>
    start(async () => {
      const way = await sendAll(true).catch(() => "no-answer" as const);
      setSaid(NO_ANSWER[way] || "Sent.");
      await look();
    });
  const save = () =>
    start(async () => {
      const { waitingAsFile } = await import("./waiting-file");
      const text = await waitingAsFile(new Date());
      const url = URL.createObjectURL(new Blob([text], { type: "application/json" }));
      const link = document.createElement("a");
      link.href = url;
      link.download = `Yard Tack waiting ${new Date().toISOString().slice(0, 10)}.json`;
      link.click();
      URL.revokeObjectURL(url);
      setSaid("Saved as a file. It stays here too, until the server has it.");
    });
  const takeIn = ([file]: readonly File[]) =>
    start(async () => {
      if (!file) return;
      const { LARGEST_FILE, takeFileIn } = await import("./waiting-file");
      const taken =
        file.size > LARGEST_FILE
          ? ({ ok: false, message: "That file is longer than a device can have kept." } as const)
          : await takeFileIn(await file.text()).catch(
              () =>
                ({
                  ok: false,
                  message: "This device has no room for it; nothing was taken in.",
                }) as const,
            );
      setSaid(
        taken.ok
          ? `${taken.fresh} of ${taken.inAll} were not here yet and go from here now.`
          : taken.message,
      );
      await look();
      if (taken.ok) await sendAll(true).catch(() => undefined);
      await look();
    });
  /** What a person says of something that was set aside; then what can go goes. */
  const settle = (how: () => Promise<void>) =>
    start(async () => {
      await how();
      await sendAll(true).catch(() => undefined);
      await look();
    });
  const some = (rows?.length ?? 0) > 0;
  return (
    <main>
      <PageHead title="Waiting" about="What is on this device and not with the server">
        {device ? <AgainButton /> : null}
        <Button onClick={send} loading={pending} disabled={!some}>
          Send now
        </Button>
      </PageHead>
      <div className={classes.page}>
        {rows === null ? null : some ? (
          <p className={classes.lead}>
            It goes by itself when there is a network, each sheet in the order in which it was
            typed. Clearing this browser&rsquo;s data before that loses it: save it as a file first.
          </p>
        ) : (
          <p className={classes.lead}>Nothing waits here: the server has everything.</p>
        )}
        {room ? (
          <p role={room.nearlyFull ? "alert" : undefined}>
            This browser keeps {megabytes(room.used)} here of the {megabytes(room.inAll)} that it
            lets pages keep.
            {room.nearlyFull
              ? " That is nearly all: send what waits, and clear room on this device before it keeps nothing more."
              : ""}
          </p>
        ) : null}
        {said === "" ? null : <p role="status">{said}</p>}
        <ul className={classes.waits}>
          {rows?.map((row) => (
            <li key={row.id}>
              <a href={`/sheet/${row.id}`}>
                <b>{row.name}</b>
              </a>
              <span>{countsOf(row.of)}</span>
              {row.call === undefined ? null : (
                <div className={classes.aside} data-call={row.id}>
                  <p>Its call was not taken, and what is on the sheet waits for it. {row.call}</p>
                  <div className={classes.taps}>
                    <Button
                      variant="default"
                      loading={pending}
                      onClick={() =>
                        settle(async () => {
                          const kept = await callOf(row.id);
                          if (kept) await keepCall({ sheetId: kept.sheetId, call: kept.call });
                        })
                      }
                    >
                      Try it again
                    </Button>
                  </div>
                </div>
              )}
              {row.aside.map((a) => (
                <SetAside
                  key={a.id}
                  {...{ id: a.id, reason: a.reason, what: asText(a.entry), pending }}
                  // What is damaged is no better for it.
                  {...(isWhole(a) ? { onAgain: () => settle(() => tryAgain([a.id])) } : {})}
                  onDrop={() => settle(() => forgetAside(a.id))}
                />
              ))}
              {row.pictures.map((p) => (
                <SetAside
                  key={p.id}
                  {...{ id: p.id, reason: p.refused ?? "", what: "a picture", pending }}
                  {...(p.blob instanceof Blob
                    ? { onAgain: () => settle(() => refusePhoto(p.id, null)) }
                    : {})}
                  onDrop={() => settle(() => photosAcknowledged([p.id]))}
                />
              ))}
            </li>
          ))}
        </ul>
        <div className={classes.taps}>
          <Button variant="default" onClick={save} loading={pending} disabled={!some}>
            Save all of it as a file
          </Button>
          <FileButton
            label="Take in the file of another device"
            accept="application/json,.json"
            onFiles={takeIn}
          />
        </div>
      </div>
    </main>
  );
}

/** Something that the server did not take, why, and two ways on. */
function SetAside({
  id,
  what,
  reason,
  pending,
  onAgain,
  onDrop,
}: {
  id: string;
  what: string;
  reason: string;
  pending: boolean;
  onAgain?: () => void;
  onDrop: () => void;
}) {
  return (
    <div className={classes.aside} data-aside={id}>
      <p>
        Set aside: <b>{what}</b>. {reason}
      </p>
      <div className={classes.taps}>
        {onAgain ? (
          <Button variant="default" loading={pending} onClick={onAgain}>
            Try it again
          </Button>
        ) : null}
        <Button variant={onAgain ? "subtle" : "default"} onClick={onDrop}>
          Drop it
        </Button>
      </div>
    </div>
  );
}

const megabytes = (bytes: number): string =>
  bytes < 1e9 ? `${Math.ceil(bytes / 1e6)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

function countsOf({ entries, photos, aside, drafts, signatures, calls }: Unsent): string {
  const counted = (n: number, one: string, many: string) =>
    n === 0 ? [] : [`${n} ${n === 1 ? one : many}`];
  return [
    ...counted(calls, "call was taken here", "calls were taken here"),
    ...counted(entries, "entry waits", "entries wait"),
    ...counted(photos, "picture waits", "pictures wait"),
    ...counted(signatures, "signature waits", "signatures wait"),
    ...counted(aside, "is set aside", "are set aside"),
    ...counted(drafts, "text is half typed", "texts are half typed"),
  ].join(", ");
}
