"use client";

import { useEffect } from "react";
import { useWho } from "@/shell/who";

/** Asked for again after so long, when a page is loaded or comes back to sight [ms]. */
const FRESH = 5 * 60_000;
const ASKED = "yard-day-asked";

/** Sees to it that the day is on this device: pages open with no network from then on. Shows nothing. */
export function KeepDay() {
  const who = useWho();
  useEffect(() => {
    // A page over plain HTTP has none; the development server makes none.
    if (!("serviceWorker" in navigator) || process.env.NODE_ENV !== "production") return;
    void navigator.serviceWorker.register("/worker/sw.js", { scope: "/" }).catch(() => undefined);
    const bring = () => {
      if (document.visibilityState !== "visible" || !navigator.onLine) return;
      const last = Number(localStorage.getItem(`${ASKED}/${who.id}`) ?? 0);
      const age = Date.now() - last;
      // A clock that was set back must not keep an old day for ever.
      if (age >= 0 && age < FRESH) return;
      requestIdleCallback(() => {
        void import("./bring-day").then(async ({ bringDay }) => {
          if (await bringDay(who)) localStorage.setItem(`${ASKED}/${who.id}`, String(Date.now()));
        });
      });
    };
    bring();
    window.addEventListener("online", bring);
    document.addEventListener("visibilitychange", bring);
    return () => {
      window.removeEventListener("online", bring);
      document.removeEventListener("visibilitychange", bring);
    };
  }, [who]);
  return null;
}
