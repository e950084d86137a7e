"use client";

import type { PhasesView } from "@yard-tack/core/board";
import { type ClampClass, clampClassOf, clampVerdict, judgeBalance } from "@yard-tack/core/drive";
import { formatNumber } from "@yard-tack/core/quantity";
import { NumberInput } from "@mantine/core";
import { useState } from "react";
import classes from "./board.module.css";

/**
 * Small currents on a large clamp: several turns of the lead through the jaw multiply what it shows
 * and narrow its band. Says how many turns would settle the balance.
 */
export function ClampHelper({ view }: { view: PhasesView }) {
  const [turns, setTurns] = useState(1);
  const [stated, setStated] = useState<ClampClass | null>(null);
  const amps = view.amps.filter((a) => a !== undefined);
  const shown = amps.map((a) => a * turns);
  const largest = Math.max(...shown);
  const clamp = stated ?? clampClassOf(UNSTATED, largest);
  const judged = clampVerdict(shown, { ...clamp, turns });
  // Until somebody says which clamp it is, the Board's own figure stands.
  const taken = stated ? undefined : judgeBalance(amps, view.uAmps / turns);
  const verdict = judged && {
    ...judged,
    ...(taken && {
      percent: taken.found.percent,
      bandPercent: taken.band95,
      band: taken.found.band,
      withheld: taken.withheld,
    }),
  };
  if (!verdict) return <p>Read all three currents first.</p>;
  const fewest = largest > clamp.range ? "More than the range: take fewer turns." : "";
  const number = (set: (v: number) => void, least: number) => (v: number | string) =>
    set(Math.max(least, Number(v) || least));
  return (
    <div className={classes.clamp} data-testid="clamp-helper">
      <div className={classes.clampInputs}>
        <NumberInput
          label="Turns in the jaw"
          value={turns}
          min={1}
          max={10}
          onChange={number(setTurns, 1)}
        />
        <NumberInput
          label="Range, A"
          value={clamp.range}
          min={1}
          onChange={number((v) => setStated({ ...clamp, range: v }), 1)}
        />
        <NumberInput
          label="Class, % of reading"
          value={clamp.percent}
          min={0.1}
          step={0.5}
          onChange={number((v) => setStated({ ...clamp, percent: v }), 0.1)}
        />
        <NumberInput
          label="and digits"
          value={clamp.digits}
          min={0}
          onChange={number((v) => setStated({ ...clamp, digits: v }), 0)}
        />
      </div>
      <p role="status">
        {formatNumber(verdict.percent, 2)} % apart, ±{formatNumber(verdict.bandPercent, 2)} from the
        clamp: {verdict.withheld ? "no verdict." : BAND_WORDS[verdict.band]}{" "}
        {verdict.turnsWanted
          ? `${verdict.turnsWanted} turns through the jaw would settle it; divide what it shows by the turns.`
          : verdict.withheld
            ? "A lower range of the clamp is needed."
            : ""}{" "}
        {fewest}
      </p>
    </div>
  );
}

const UNSTATED = { percent: undefined, digits: undefined, range: undefined };

const BAND_WORDS = {
  ok: "even.",
  note: "worth a note.",
  alarm: "too much.",
  stop: "too much.",
} as const;
