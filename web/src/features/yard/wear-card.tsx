"use client";

import { formatNumber } from "@yard-tack/core/quantity";
import { energyCost, overhaulPlan, wearPower } from "@yard-tack/core/upkeep";
import { NumberInput } from "@mantine/core";
import { useState } from "react";
import type { WearBasis } from "@yard-tack/core/record";
import classes from "./yard.module.css";

/** What the wear costs a month, and the month in which an overhaul pays. */
export function WearCard({ basis }: { basis: WearBasis }) {
  const [hours, setHours] = useState(600);
  const [tariff, setTariff] = useState(0.2);
  const [overhaul, setOverhaul] = useState(2500);
  const power = wearPower(basis);
  const cost = energyCost(power, hours, tariff);
  const plan = overhaulPlan(overhaul, cost, basis.months);
  const set = (into: (v: number) => void) => (v: number | string) =>
    into(Math.max(0, Number(v) || 0));
  return (
    <section aria-label="Wear and money" data-testid="wear">
      <h3>What the wear costs</h3>
      <div className={classes.wear}>
        <NumberInput
          label="Hours a month"
          value={hours}
          min={0}
          max={744}
          onChange={set(setHours)}
        />
        <NumberInput
          label="Price of a kWh"
          value={tariff}
          min={0}
          step={0.01}
          decimalScale={4}
          onChange={set(setTariff)}
        />
        <NumberInput
          label="One overhaul"
          value={overhaul}
          min={0}
          step={100}
          onChange={set(setOverhaul)}
        />
      </div>
      <p role="status">
        <b>{formatNumber(power / 1000, 2)} kW</b> more than when new, {formatNumber(cost, 3)} a
        month.{" "}
        {plan.ok
          ? `An overhaul pays best ${formatNumber(plan.value.months, 2)} months after it was new: ${
              plan.value.remaining > 0.5
                ? `in ${formatNumber(plan.value.remaining, 2)} months.`
                : "it is due."
            }`
          : "With these figures an overhaul has no best month."}
      </p>
      <p className={classes.muted}>
        Extra power ρ g Q H (1/η now − 1/η new)/η motor, from the head lost at equal flow; best
        month √(2 × overhaul / growth of the monthly cost), if the loss keeps growing in a straight
        line.
      </p>
    </section>
  );
}
