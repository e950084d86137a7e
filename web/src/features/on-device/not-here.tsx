"use client";

import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { AgainButton } from "./again-button";
import classes from "./on-device.module.css";

const WORDS = {
  sheet: {
    title: "This sheet is not on this device",
    says: "A sheet comes to a device when it is opened on it, or when the Slate is, with a network: the day's sheets come then by themselves. Whatever was typed into it here is kept and will be sent.",
  },
  page: {
    title: "This page is not on this device",
    says: "The day's sheets, their pumps and every pump, log entry and bench page that was opened here in the last fortnight are. This one was not.",
  },
  damaged: {
    title: "What this device keeps of this sheet is damaged",
    says: "It cannot be shown, and is fetched anew with the next network. What was typed into it and not sent is kept apart from it, and goes by itself; what waits shows it.",
  },
  nobody: {
    title: "Nobody is signed in on this device",
    says: "There is no network, and signing in needs one. Whatever was typed here and not sent yet is kept: it goes when its author signs in again.",
  },
  "no-store": {
    title: "This device keeps nothing",
    says: "There is no network, and the browser does not let pages keep anything here (a private window, or storage that is full or denied).",
  },
} as const;

/** What is not on the device, and what would bring it. */
export function NotHere({ why, frame }: { why: keyof typeof WORDS; frame: boolean }) {
  const { title, says } = WORDS[why];
  return (
    <main>
      <PageHead title="No server in reach" about={title}>
        <AgainButton />
      </PageHead>
      <div className={classes.page}>
        <p className={classes.lead}>{says}</p>
        {frame ? (
          <p>
            <Link href="/">The sheets that are on this device</Link>
            {why === "damaged" ? (
              <>
                , <Link href="/waiting">what waits</Link>
              </>
            ) : null}
          </p>
        ) : null}
      </div>
    </main>
  );
}
