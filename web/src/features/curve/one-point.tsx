"use client";

import { TextInput } from "@mantine/core";
import { type Draft, POINT_FIGURES, type ratingOfDraft } from "./draft";
import classes from "./curve.module.css";

/** The point on the plate, when there is no sheet. */
export function OnePoint({
  draft,
  hasCurve,
  faults,
  onChange,
}: {
  draft: Draft;
  hasCurve: boolean;
  faults: ReturnType<typeof ratingOfDraft>["faults"];
  onChange: (change: { do: "point"; key: string; text: string }) => void;
}) {
  const like: Readonly<Record<string, string>> = {
    flow: "60 m3/h",
    head: "45 m",
    speed: "2920 rpm",
    power: "9.9 kW",
    npshr: "2.1 m",
  };
  return (
    <div className={classes.panel}>
      <p>
        From the plate: flow, head and speed are enough. The curve is then a usual shape for that
        specific speed, marked as estimated, with a wide band. Any real sheet is better.
      </p>
      {hasCurve ? (
        <p role="status" className={classes.note}>
          This pump has typed points, and they draw its curve. The one point is kept as the duty on
          its plate.
        </p>
      ) : null}
      <div className={classes.marks}>
        {POINT_FIGURES.map((f) => (
          <TextInput
            key={f.key}
            label={f.label}
            placeholder={like[f.key]}
            value={draft.point[f.key] ?? ""}
            error={faults.find((x) => x.table === "point" && x.key === f.key)?.message}
            onChange={(e) => onChange({ do: "point", key: f.key, text: e.currentTarget.value })}
          />
        ))}
      </div>
    </div>
  );
}
