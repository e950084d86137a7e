"use client";

import { useEffect, useState } from "react";

/** Keeps the screen on while something runs; taken again when the page comes back to the front. */
export function useWakeLock(on: boolean): "held" | "refused" | "off" {
  const [state, setState] = useState<"held" | "refused" | "off">("off");
  useEffect(() => {
    if (!on) return undefined;
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const take = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (left) await lock.release();
        else setState("held");
      } catch {
        // No such thing on this device, or its battery is low.
        if (!left) setState("refused");
      }
    };
    const visible = () => void take();
    document.addEventListener("visibilitychange", visible);
    void take();
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", visible);
      void lock?.release().catch(() => undefined);
    };
  }, [on]);
  return on ? state : "off";
}
