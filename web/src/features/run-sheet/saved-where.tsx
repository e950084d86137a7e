/** What a sheet's head says of where everything of it is. */
import Link from "next/link";
import type { CourierState } from "@/features/device";
import { clock } from "@/shell/times";
import { setAsideOf } from "./aside-panel";
import type { Sheet } from "./use-sheet";
import classes from "./sheet-page.module.css";

const FOLDED: Partial<Record<CourierState["kind"], string>> = { looking: "…", sent: "all kept" };

/** In one line what the head says, while that is scrolled out of a phone's sight: the reading needs the room. */
export function FoldedHead({ at, sheet }: { at: string; sheet: Sheet }) {
  const { kind } = sheet.courier;
  const open = setAsideOf(sheet) > 0 || LOUD.includes(kind);
  return (
    <p className={classes.folded} aria-hidden data-testid="folded-head">
      <b>{at}</b>
      <span className={open ? classes.refused : undefined}>
        {open ? "see above" : (FOLDED[kind] ?? "kept here, not sent yet")}
      </span>
    </p>
  );
}

/** What somebody has to do something about. */
const LOUD: readonly CourierState["kind"][] = ["refused", "not-kept", "signed-out"];

const ON_ITS_WAY = "; a picture is still on its way";

/** Where what was typed is: on this device, on its way, or sent. */
export function SavedWhere({ courier, sheet }: { courier: CourierState; sheet: Sheet }) {
  const words = {
    looking: () => "looking at what is on this device …",
    keeping: () =>
      sheet.drafts.size > 0
        ? "what is being typed is kept on this device"
        : "writing to this device …",
    sent: () =>
      setAsideOf(sheet) > 0
        ? `${setAsideWords(sheet)} set aside and not sent: see below`
        : courier.kind === "sent" && courier.at
          ? `all kept, sent ${clock(courier.at, sheet.dto.pump.zone)}`
          : "all kept and sent",
    sending: () => "kept on this device, sending …",
    waiting: () =>
      `kept on this device, ${courier.kind === "waiting" ? courier.count : ""} not sent yet; tried again by itself`,
    "signed-out": () => (
      <>
        kept on this device, not sent: nobody is signed in here any more.{" "}
        <Link href={`/sign-in?back=/sheet/${sheet.dto.id}`}>Sign in again</Link>
      </>
    ),
    "not-kept": () =>
      `NOT KEPT: this device keeps nothing (its storage is full or denied). ${
        courier.kind === "not-kept" ? counted(courier.count, "entry", "entries") : ""
      } only on this screen until sent; leave it open, or save it as a file below.`,
    refused: () => (courier.kind === "refused" ? courier.message : ""),
  }[courier.kind]();
  const pictures = sheet.photos.courier.kind;
  const unsent = {
    ...{ keeping: ON_ITS_WAY, sending: ON_ITS_WAY, waiting: ON_ITS_WAY },
    "not-kept": "; a picture is on this screen only until it is sent: leave it open",
    ...{ looking: "", sent: "", refused: "", "signed-out": "" },
  }[pictures];
  return (
    <span
      role="status"
      data-testid="saved"
      data-courier={courier.kind}
      className={
        setAsideOf(sheet) > 0 || LOUD.includes(courier.kind) || pictures === "not-kept"
          ? classes.refused
          : undefined
      }
    >
      {words}
      {unsent}
    </span>
  );
}

function setAsideWords({ aside, photos: { refused } }: Sheet): string {
  const words = [
    ...(aside.length > 0 ? [counted(aside.length, "entry", "entries")] : []),
    ...(refused.length > 0 ? [counted(refused.length, "picture", "pictures")] : []),
  ];
  return `${words.join(" and ")} ${aside.length + refused.length === 1 ? "is" : "are"}`;
}

const counted = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
