"use client";

import { formatNumber, formatSi, parseReading, type UnitSystem } from "@yard-tack/core/quantity";
import { holdOf, needleFault, type NeedleFault, vacuumTargets } from "@yard-tack/core/suction";
import { notedText, readingKey } from "@yard-tack/core/visit";
import { Button, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { takeOver } from "../take-over";
import { needleSeries, type NotedLook, vacuumOf, withLook } from "../timing/needle-series";
import type { Sheet } from "../use-sheet";
import classes from "./needle.module.css";

const FAULTS: Readonly<Record<NeedleFault, string>> = {
  "above-perfect": "That is more than a perfect vacuum here. Is its unit right?",
  "not-a-vacuum": "A vacuum is written with a minus, or with “vac”.",
  backwards: "The clock of this device went backwards: note it again.",
};

/** Half of a division of a usual gauge [Pa]. */
const READ_TO = 1000;

/** A needle, noted look by look as it is watched, drawn as they come. */
export function NeedleWatch({
  sheet,
  units,
  atmosphere,
}: {
  sheet: Sheet;
  units: UnitSystem;
  /** Here, absolute [Pa]. */
  atmosphere: number;
}) {
  const text = notedText(sheet.state, { topic: "needle" });
  const looks = needleSeries(text);
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string>();
  const volume =
    sheet.state.readings.get(readingKey("test:vacuum-plate", "volume"))?.si ?? undefined;
  const hold = holdOf(looks, READ_TO, atmosphere, volume);
  const note = (event: FormEvent) => {
    event.preventDefault();
    const raw = withUnit(typed, looks, units);
    const vacuum = vacuumOf(raw);
    if (vacuum === undefined) {
      setFault("Type what the needle shows, as “-0.82 bar” or “24 inHg vac”.");
      return;
    }
    const now = new Date();
    const [first] = looks;
    const at = first ? (now.getTime() - Date.parse(first.time)) / 1000 : 0;
    const wrong = needleFault(looks, { at, vacuum }, atmosphere);
    setFault(wrong && FAULTS[wrong]);
    if (wrong) return;
    sheet.note({ topic: "needle", value: withLook(text, now, raw) });
    setTyped("");
  };
  const pressure = (pa: number) => formatSi(pa, "pressure", units);
  const take = () => {
    if (!hold) return;
    const raw = (at: number) => looks.find((l) => l.at === at)?.raw ?? "";
    const at = "test:vacuum-plate" as const;
    takeOver(sheet, at, "peak", raw(hold.peak.at));
    if (hold.last.at > hold.peak.at) {
      takeOver(sheet, at, "fallTo", raw(hold.last.at));
      takeOver(sheet, at, "over", `${Math.round(hold.last.at - hold.peak.at)} s`);
    }
  };
  return (
    <section className={classes.needle} aria-label="The needle, look by look">
      <form onSubmit={note}>
        <TextInput
          label="The needle shows"
          placeholder={units === "us" ? "24 inHg vac" : "-0.82 bar"}
          value={typed}
          error={fault}
          autoComplete="off"
          onChange={(e) => {
            setTyped(e.currentTarget.value);
            setFault(undefined);
          }}
        />
        <Button type="submit">Note it now</Button>
      </form>
      {looks.length > 0 ? (
        <>
          <Curve looks={looks} atmosphere={atmosphere} units={units} />
          <p role="status">
            {hold
              ? `Deepest ${pressure(hold.peak.vacuum)}, ${formatNumber((100 * hold.peak.vacuum) / atmosphere, 2)} % of the atmosphere here. `
              : ""}
            {hold?.fall
              ? `It falls by ${pressure(Math.max(0, hold.fall.perMinute))} a minute, give or take ${pressure(hold.fall.band95)}.`
              : "A second look tells how fast it falls."}
            {hold?.leak?.freeAir !== undefined && hold.leak.freeAir > 0
              ? ` That is ${formatNumber(hold.leak.freeAir * 60_000, 2)} L/min of free air${hold.leak.equivalentHole === undefined ? "" : `, as through a hole of ${formatNumber(1000 * hold.leak.equivalentHole, 2)} mm`}.`
              : ""}
          </p>
          <div className={classes.taps}>
            <Button variant="default" onClick={take}>
              Take into the strips
            </Button>
            <Button variant="default" onClick={() => sheet.note({ topic: "needle", value: null })}>
              Begin again
            </Button>
          </div>
        </>
      ) : null}
    </section>
  );
}

/** A bare number has the unit of the look before it, and is a vacuum. */
function withUnit(typed: string, looks: readonly NotedLook[], units: UnitSystem): string {
  const raw = typed.trim();
  if (!/^[-−]?[\d.,]+$/.test(raw)) return raw;
  const last = looks.at(-1)?.raw;
  const before = last ? parseReading(last, "pressure") : undefined;
  const unit = before?.ok ? before.value.values[0].unit : units === "us" ? "inHg" : "bar";
  return `-${raw.replace(/^[-−]/, "")} ${unit}`;
}

const WIDTH = 420;
const HEIGHT = 130;

function Curve({
  looks,
  atmosphere,
  units,
}: {
  looks: readonly NotedLook[];
  atmosphere: number;
  units: UnitSystem;
}) {
  const long = Math.max(60, looks.at(-1)?.at ?? 0);
  const x = (s: number) => 8 + ((WIDTH - 16) * s) / long;
  const y = (pa: number) => HEIGHT - 10 - ((HEIGHT - 20) * pa) / atmosphere;
  // The water in the casing is cold where nobody says otherwise.
  const { minimum, good } = vacuumTargets(atmosphere, 1700, 1000);
  const path = looks.map((l, i) => `${i === 0 ? "M" : "L"} ${x(l.at)} ${y(l.vacuum)}`).join(" ");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={classes.curve}
      role="img"
      aria-label={looks.map((l) => `after ${Math.round(l.at)} s ${l.raw}`).join(", ")}
    >
      {[
        ["at least", minimum],
        ["good", good],
      ].map(([name, pa]) => (
        <g key={name}>
          <line
            x1={8}
            x2={WIDTH - 8}
            y1={y(Number(pa))}
            y2={y(Number(pa))}
            className={classes.target}
          />
          <text x={WIDTH - 8} y={y(Number(pa)) - 3} className={classes.label}>
            {name} {formatSi(Number(pa), "pressure", units)}
          </text>
        </g>
      ))}
      <path d={path} className={classes.line} />
      {looks.map((l) => (
        <circle key={l.time} cx={x(l.at)} cy={y(l.vacuum)} r={4} className={classes.dot} />
      ))}
    </svg>
  );
}
