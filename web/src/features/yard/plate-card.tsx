import type { PumpDto } from "./pump-dto";
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
export function PlateCard({ pump }: { pump: PumpDto }) {
  const { impeller } = pump.written.pump;
  const wheel = [impeller?.diameter, impeller?.material].filter(Boolean).join(" ");
  const rows = [
    ...pick(pump.body, BODY_WORDS),
    ...pick(pump.motor, MOTOR_WORDS),
    ...(wheel ? [["Impeller", wheel] as const] : []),
  ];
  if (rows.length === 0) return <p className={classes.muted}>No plate has been read yet.</p>;
  return (
    <dl className={classes.plate}>
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

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
