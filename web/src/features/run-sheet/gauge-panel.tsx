"use client";

import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { NativeSelect } from "@mantine/core";
import { useState } from "react";
import { dayNear } from "@/shell/times";
import { gaugeInUse, type Side, type Strip, vanGauges } from "@yard-tack/core/visit";
import { Choice } from "./choice";
import { NoteStrip } from "./sheet-strip";
import type { Sheet } from "./use-sheet";
import classes from "./gauge-panel.module.css";

const CLASSES = ["0.6", "1", "1.6", "2.5"] as const;
const LINES = [
  { id: "full", name: "line full" },
  { id: "empty", name: "line empty" },
] as const;

/** How a pressure's gauge hangs, how good it is and where its zero stands: asked once, remembered. */
export function GaugePanel({
  sheet,
  units,
  side,
  slot,
  asked,
}: {
  sheet: Sheet;
  units: UnitSystem;
  side: Side;
  slot: Strip;
  /** There is a reading that its height would change. */
  asked: boolean;
}) {
  const [opened, setOpened] = useState(false);
  const g = gaugeInUse(sheet.dto.pump, sheet.state, side);
  if (!g.own || !g.gauge) return null;
  const { own, gauge } = g;
  const unknown = g.height === undefined || g.line === undefined;
  const van = vanGauges(sheet.dto.pump);
  const strip = (name: string, dimension: Strip["dimension"], list: readonly string[]): Strip => ({
    slot: `${side}.${name.replace(/\W/g, "")}`,
    name,
    dimension,
    units: list,
    signed: true,
  });
  const lengths = units === "us" ? ["ft", "in", "m"] : ["m", "cm", "ft"];
  const { zone, loadedAt } = sheet.dto.pump;
  const dayOf = (iso: string) => dayNear(iso, loadedAt, zone);
  const zero = g.zero;
  const zeroSay = zero
    ? Math.abs(zero.si) > g.zeroPlay
      ? `stands ${zero.text} off: taken off today's readings`
      : `at zero today within its class (${zero.text} taken off)`
    : gauge.zero
      ? `zero ${gauge.zero.passed ? "good" : "off"} ${dayOf(gauge.zero.at)}`
      : "zero not looked at yet";
  const say = [
    g.gauge.id === own.id ? undefined : gauge.name,
    g.height ? `${g.height} up` : undefined,
    g.line ? `line ${g.line}` : undefined,
    g.percent === undefined ? "no class" : `class ${g.percent}`,
    zeroSay,
  ].filter(Boolean);
  const open = opened || (unknown && asked);
  return (
    <details
      className={classes.panel}
      open={open}
      data-gauge={side}
      onToggle={(e) => setOpened(e.currentTarget.open)}
    >
      <summary>
        {unknown && asked ? "How does this gauge hang? Asked once. " : ""}
        {say.join(", ")}
      </summary>
      {open ? (
        <>
          {van.length > 0 ? (
            <NativeSelect
              label="Read with"
              value={gauge.id}
              data={[own, ...van].map((i) => ({
                value: i.id,
                label: `${i.name}${i.percent === null ? "" : `, class ${i.percent}`}${i.zero ? `, zero ${i.zero.passed ? "good" : "off"} ${dayOf(i.zero.at)}` : ""}`,
              }))}
              onChange={(e) =>
                sheet.note({
                  topic: "read-with",
                  side,
                  value: e.target.value === own.id ? null : e.target.value,
                })
              }
            />
          ) : null}
          <NoteStrip
            sheet={sheet}
            units={units}
            compact
            slot={strip("Gauge over shaft", "length", lengths)}
            subject={{ topic: "gauge", instrument: own.id, fact: "height" }}
            remembered={g.height}
          />
          <Choice
            name={`Line to the ${side} gauge`}
            options={LINES}
            value={g.line}
            onChoose={(v) =>
              sheet.note({ topic: "gauge", instrument: own.id, fact: "line", value: v })
            }
          />
          <NoteStrip
            sheet={sheet}
            units={units}
            compact
            slot={strip("Reads up to", "pressure", slot.units)}
            subject={{ topic: "gauge", instrument: gauge.id, fact: "high" }}
            remembered={g.range?.[1]}
          />
          <Choice
            name="Class of the gauge"
            options={CLASSES.map((c) => ({ id: c, name: c }))}
            value={g.percent === undefined ? undefined : String(g.percent)}
            onChoose={(v) => {
              const about = { topic: "gauge", instrument: gauge.id } as const;
              sheet.note({ ...about, fact: "percent", value: v });
              if (!g.range) {
                const low = side === "suction" ? "-1 bar" : "0 bar";
                sheet.note({ ...about, fact: "low", value: low });
              }
            }}
          />
          <NoteStrip
            sheet={sheet}
            units={units}
            compact
            slot={strip("At rest it shows", "pressure", slot.units)}
            subject={{ topic: "zero", instrument: gauge.id }}
            remembered={undefined}
          />
          <p className={classes.hint}>
            Cock shut and let off first.{" "}
            {zero ? `${formatSi(zero.si, "pressure", units)} is taken off what it reads.` : ""}
          </p>
        </>
      ) : null}
    </details>
  );
}
