"use client";

import { NOZZLES, type NozzleId, pitotFlow } from "@yard-tack/core/hydraulics";
import { formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useState } from "react";
import { readTyped } from "../typed";
import classes from "./steps.module.css";

/** Fresh water at the temperature of a test [kg/m³]. */
const WATER = 999;

/** Pitot pressures of the open streams, their bore and kind: the flow they make is there to be taken. */
export function PitotFlow({ units, onTake }: { units: UnitSystem; onTake: (raw: string) => void }) {
  const [streams, setStreams] = useState("");
  const [bore, setBore] = useState("");
  const [kind, setKind] = useState<NozzleId>("smooth");
  const unit =
    units === "us" ? { pressure: "psi", length: "in" } : { pressure: "bar", length: "mm" };
  const pressure = readTyped(streams, unit.pressure, false, "pressure");
  const width = readTyped(bore, unit.length, false, "length");
  const below = pressure.reading?.values.some((v) => v.si < 0) === true;
  const wide = width.quantity && !(width.quantity.si > 0 && width.quantity.si < 0.5);
  const coefficient = NOZZLES.find((n) => n.id === kind)?.coefficient ?? 1;
  const flow =
    pressure.reading && width.quantity && !below && !wide
      ? pitotFlow(
          pressure.reading.values.map((v) => v.si),
          width.quantity.si,
          coefficient,
          WATER,
        )
      : undefined;
  const count = pressure.reading?.values.length ?? 0;
  const said = flow === undefined ? "" : formatSi(flow, "flow", units, 4);
  return (
    <div className={classes.pitot} role="group" aria-label="Flow from pitot pressures">
      <TextInput
        label={`Pitot, each stream, ${unit.pressure}`}
        placeholder={units === "us" ? "32; 30; 31" : "2.2; 2.1"}
        value={streams}
        error={
          streams === ""
            ? undefined
            : below
              ? "A stream has no pressure below 0."
              : pressure.error?.message
        }
        onChange={(e) => setStreams(e.currentTarget.value)}
      />
      <TextInput
        label={`Bore of each, ${unit.length}`}
        placeholder={units === "us" ? "1 3/4" : "45"}
        value={bore}
        error={
          bore === ""
            ? undefined
            : wide
              ? "A nozzle is wider than 0 and below 0.5 m."
              : width.error?.message
        }
        onChange={(e) => setBore(e.currentTarget.value)}
      />
      <NativeSelect
        label="They leave by"
        value={kind}
        data={NOZZLES.map((n) => ({ value: n.id, label: `${n.name}, ${n.coefficient}` }))}
        onChange={(e) => setKind(NOZZLES.find((n) => n.id === e.currentTarget.value)?.id ?? kind)}
      />
      {flow === undefined ? null : (
        <p role="status">
          {count === 1 ? "One stream" : `${count} streams`}: {said}.{" "}
          <Button variant="default" onClick={() => onTake(said)}>
            Take {said}
          </Button>
        </p>
      )}
    </div>
  );
}
