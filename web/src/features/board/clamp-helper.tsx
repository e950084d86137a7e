"use client";

import type { PhasesView } from "@yard-tack/core/board";
import { clampVerdict, judgeBalance } from "@yard-tack/core/drive";
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
  const [clamp, setClamp] = useState<{ readonly range: number; readonly percent: number } | null>(
    null,
  );
  const amps = view.amps.filter((a) => a !== undefined);
  const shown = amps.map((a) => a * turns);
  const largest = Math.max(...shown);
  // Until somebody says which clamp it is, the Board's own figure stands.
  const stated = clamp ? clampVerdict(shown, { ...clamp, turns }) : undefined;
  const taken = judgeBalance(amps, (view.uAmps ?? 0) / turns);
  const verdict = stated
    ? stated
    : taken && {
        percent: taken.found.percent,
        bandPercent: taken.band95,
        band: taken.found.band,
        withheld: taken.withheld,
        turnsWanted: undefined,
      };
  if (!verdict) return <p>Read all three currents first.</p>;
  const fewest = clamp && largest > clamp.range ? "More than the range: take fewer turns." : "";
  const { range, percent } = clamp ?? { range: usualRange(largest), percent: USUAL_PERCENT };
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
          value={range}
          min={1}
          onChange={number((v) => setClamp({ percent, range: v }), 1)}
        />
        <NumberInput
          label="Class, % of range"
          value={percent}
          min={0.1}
          step={0.5}
          onChange={number((v) => setClamp({ range, percent: v }), 0.1)}
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

/** Class of a clamp nobody described [% of range], and the range that holds a current [A]. */
const USUAL_PERCENT = 2;
const RANGES = [60, 200, 600, 2000] as const;
const usualRange = (largest: number): number => RANGES.find((r) => r >= largest) ?? 2000;

const BAND_WORDS = {
  ok: "even.",
  note: "worth a note.",
  alarm: "too much.",
  stop: "too much.",
} as const;
