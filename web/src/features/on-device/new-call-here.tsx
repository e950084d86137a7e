"use client";

import { FAMILIES } from "@yard-tack/core/case";
import { Button, NativeSelect, Textarea, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { keepCall, keepSheet, sendAll } from "@/features/device";
import { SHEET_SHAPE, type SheetDto } from "@/features/run-sheet";
import { familyWords } from "@/features/yard";
import { PageHead } from "@/shell/page-head";
import { useGo } from "@/shell/go";
import { useWho } from "@/shell/who";
import classes from "./on-device.module.css";
import { bareSheet, sheetFor } from "./sheet-here";

/** A pump that is not on this device. */
const NEW = "new";

/** A call that is taken with no network: on a pump of this device, or on one that nobody has entered yet. */
export function NewCallHere({ sheets }: { sheets: readonly SheetDto[] }) {
  const who = useWho();
  const go = useGo();
  const pumps = [...new Map(sheets.map((s) => [s.pump.id, s])).values()];
  const [pump, setPump] = useState<string>(pumps[0]?.pump.id ?? NEW);
  const [tag, setTag] = useState("");
  const [family, setFamily] = useState<(typeof FAMILIES)[number]>("end-suction");
  const [place, setPlace] = useState(pumps[0]?.pump.siteName ?? "");
  const [complaint, setComplaint] = useState("");
  const [note, setNote] = useState("");
  const [fault, setFault] = useState<Readonly<Record<string, string>>>({});
  const take = async () => {
    const faults = {
      ...(complaint.trim() === "" ? { complaint: "Say in a line what is wrong." } : {}),
      ...(pump === NEW && tag.trim() === "" ? { tag: "A pump needs a tag." } : {}),
      ...(pump === NEW && place.trim() === "" ? { place: "Say where it stands." } : {}),
    };
    setFault(faults);
    if (Object.keys(faults).length > 0) return;
    const told = { complaint: complaint.trim(), callerNote: note.trim() };
    const known = sheets.find((s) => s.pump.id === pump);
    const fresh = { tag: tag.trim(), family, siteName: place.trim() };
    const dto = known ? sheetFor(known, told, who) : bareSheet(fresh, told, who);
    const { kind, codes, openedAt: at } = dto;
    const zone = dto.pump.zone;
    try {
      await keepCall({
        sheetId: dto.id,
        call: {
          ...{ personId: who.id, at, pumpId: dto.pump.id, kind, codes, ...told },
          ...(known ? {} : { newPump: { ...fresh, zone } }),
        },
      });
      await keepSheet({
        ...{ id: dto.id, shape: SHEET_SHAPE, dto },
        ...{ keptAt: Date.now(), clockFault: 0 },
      });
    } catch {
      setFault({
        "": "This device keeps nothing (its storage is full or denied): no call was taken. What you typed is still here.",
      });
      return;
    }
    // Where there is a network again the server knows of it before its page is asked for.
    await sendAll().catch(() => undefined);
    go.to(`/sheet/${dto.id}`);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void take();
  };
  return (
    <main>
      <PageHead
        title="New call"
        about="No server in reach: it is kept on this device and sent later"
      />
      <form onSubmit={submit} className={classes.page} noValidate>
        <NativeSelect
          label="Pump"
          value={pump}
          onChange={(e) => setPump(e.currentTarget.value)}
          data={[
            ...pumps.map((s) => ({
              value: s.pump.id,
              label: `${s.pump.tag}, ${s.pump.siteName}`,
            })),
            { value: NEW, label: "a pump that is not on this device" },
          ]}
        />
        {pump === NEW ? (
          <>
            <TextInput
              label="Its tag"
              value={tag}
              error={fault["tag"]}
              maxLength={50}
              onChange={(e) => setTag(e.currentTarget.value)}
            />
            <NativeSelect
              label="Its family"
              value={family}
              onChange={(e) =>
                setFamily(FAMILIES.find((f) => f === e.currentTarget.value) ?? family)
              }
              data={FAMILIES.map((f) => ({ value: f, label: familyWords(f) }))}
            />
            <TextInput
              label="Where it stands"
              description="A place of this name is used where there is one; else it is made."
              value={place}
              error={fault["place"]}
              maxLength={120}
              onChange={(e) => setPlace(e.currentTarget.value)}
            />
          </>
        ) : null}
        <TextInput
          label="What is wrong, in a line"
          value={complaint}
          error={fault["complaint"]}
          maxLength={200}
          onChange={(e) => setComplaint(e.currentTarget.value)}
        />
        <Textarea
          label="What the caller said"
          rows={3}
          value={note}
          maxLength={2000}
          onChange={(e) => setNote(e.currentTarget.value)}
        />
        {fault[""] ? <p role="alert">{fault[""]}</p> : null}
        <div className={classes.taps}>
          <Button type="submit">Open the run sheet</Button>
        </div>
      </form>
    </main>
  );
}
