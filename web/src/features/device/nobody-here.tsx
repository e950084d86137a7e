"use client";

import { useEffect } from "react";
import type { ToKeep } from "@/workers/to-keep";
import { hereIs } from "./days";
import { forgetKey } from "./session-key";
import { unsentSheets } from "./unsent";

/** Nobody is signed in here any more: what was kept to be read goes, what is still to be sent stays. Shows nothing. */
export function NobodyHere() {
  useEffect(() => {
    const forget = async () => {
      await forgetKey();
      await hereIs(undefined, await unsentSheets());
      const worker = (await navigator.serviceWorker?.getRegistration())?.active;
      worker?.postMessage({ forget: true } satisfies ToKeep);
    };
    void forget().catch(() => undefined);
  }, []);
  return null;
}
