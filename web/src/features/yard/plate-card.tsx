/* eslint-disable @next/next/no-img-element -- pictures come from this very server, shrunk where they were taken */
import { day } from "@/shell/times";
import type { PumpDto } from "./pump-dto";
import type { PumpPageDto } from "./server";
import classes from "./yard.module.css";

const MOTOR_WORDS: readonly (readonly [string, string])[] = [
  ["power", "Motor"],
  ["current", "Full load"],
  ["speed", "Speed"],
  ["voltage", "Voltage"],
];
const BODY_WORDS: readonly (readonly [string, string])[] = [
  ["serial", "Serial"],
  ["ports", "Ports"],
  ["seal", "Seal"],
  ["faceToFace", "Face to face"],
];

/** What the plates say, like a plate. */
export function PlateCard({
  pump,
  pictures,
}: {
  pump: PumpDto;
  pictures: PumpPageDto["platePictures"];
}) {
  const { impeller } = pump.written.pump;
  const wheel = [impeller?.diameter, impeller?.material].filter(Boolean).join(" ");
  const rows = [
    ...pick(pump.body, BODY_WORDS),
    ...pick(pump.motor, MOTOR_WORDS),
    ...(wheel ? [["Impeller", wheel] as const] : []),
  ];
  return (
    <>
      {rows.length === 0 ? (
        <p className={classes.muted}>No plate has been read yet.</p>
      ) : (
        <dl className={classes.plate}>
          {rows.map(([name, value]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      )}
      {pictures.length > 0 ? (
        <ul className={classes.platePictures} aria-label="Pictures of its plates">
          {pictures.map((p) => (
            <li key={p.url}>
              <a href={p.url}>
                <img
                  src={p.url}
                  alt={PICTURES[p.about]}
                  width={p.width}
                  height={p.height}
                  loading="lazy"
                />
                <span>
                  {PICTURES[p.about]}, {day(p.at, pump.zone)}
                </span>
              </a>
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}

const PICTURES = { "body-plate": "Body plate", "motor-plate": "Motor plate" } as const;

function pick(
  facts: Readonly<Record<string, unknown>> | null,
  words: readonly (readonly [string, string])[],
) {
  return words.flatMap(([key, name]) => {
    const value = facts?.[key];
    return typeof value === "string" || typeof value === "number"
      ? [[name, String(value)] as const]
      : [];
  });
}
