"use client";

import { NativeSelect } from "@mantine/core";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import { useWho } from "@/shell/who";
import { saveUnits } from "./save-settings";
import { UNITS } from "./units";

/** The units somebody thinks in: counts at once, on every page. */
export function UnitsChoice() {
  const who = useWho();
  const router = useRouter();
  const [pending, start] = useTransition();
  const [failed, setFailed] = useState(false);
  const choose = (units: string) =>
    start(async () => {
      const saved = await saveUnits(units).catch(() => false);
      setFailed(!saved);
      if (saved) router.refresh();
    });
  return (
    <NativeSelect
      label="Units"
      data={UNITS}
      value={who.units}
      disabled={pending}
      error={failed ? "Not saved; try again in a moment." : undefined}
      onChange={(e) => choose(e.currentTarget.value)}
    />
  );
}
