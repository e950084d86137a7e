"use client";

import { IconCloudUpload } from "@tabler/icons-react";
import Link from "next/link";
import { useEffect, useState } from "react";
import { haveKey, isHereAgain, roomHere, sendAll, unsent } from "@/features/device";
import { useWho } from "@/shell/who";
import classes from "./send-waiting.module.css";

/** Tried again after so long while something waits [ms]. */
const AGAIN = 20_000;

/**
 * Sends what waits on this device, on whatever page; says how much waits, and when there is little room left.
 * @param session - of whoever is signed in; none where it is not known: with no network
 */
export function SendWaiting({ session }: { session?: string | undefined }) {
  const { id: who } = useWho();
  const [count, setCount] = useState(0);
  const [full, setFull] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let left = false;
    const go = async () => {
      clearTimeout(timer);
      if (session !== undefined) await haveKey(who, session).catch(() => undefined);
      // A device that keeps nothing has nothing to send.
      await sendAll().catch(() => undefined);
      const kept = await unsent().catch(() => new Map<never, never>());
      const waits = [...kept.values()].reduce(
        (s, u) => s + u.entries + u.photos + u.aside + u.signatures + u.calls,
        0,
      );
      const room = await roomHere();
      if (left) return;
      setCount(waits);
      setFull(room?.nearlyFull ?? false);
      timer = setTimeout(() => void go(), AGAIN);
    };
    const soon = () => void go();
    void isHereAgain(who)
      .catch(() => undefined)
      .then(soon);
    window.addEventListener("online", soon);
    return () => {
      left = true;
      clearTimeout(timer);
      window.removeEventListener("online", soon);
    };
  }, [who, session]);
  if (count === 0 && !full) return null;
  return (
    <Link href="/waiting" className={classes.waiting}>
      <IconCloudUpload size={20} stroke={1.7} aria-hidden />
      {count > 0 ? `${count} unsent` : null}
      {full ? <span>nearly full</span> : null}
    </Link>
  );
}
