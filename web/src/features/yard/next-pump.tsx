import type { PumpDto } from "./pump-dto";
import classes from "./yard.module.css";

const text = (v: unknown): string | undefined =>
  typeof v === "string" ? v : typeof v === "number" ? String(v) : undefined;

/** What must be known to order the next one without a second visit; what is missing is named. */
export function NextPump({ pump }: { pump: PumpDto }) {
  const body = pump.body ?? {};
  const motor = pump.motor ?? {};
  const { duty } = pump.written;
  const phases =
    motor["phases"] === 1 ? "single phase" : motor["phases"] === 3 ? "three phase" : undefined;
  const facts: readonly (readonly [string, string | undefined])[] = [
    ["ports", text(body["ports"])],
    ["face to face", text(body["faceToFace"])],
    ["motor", joined([text(motor["power"]), phases, text(motor["voltage"]), text(motor["speed"])])],
    ["seal", text(body["seal"])],
    ["rotation", text(pump.written.pump.rotation)],
    ["duty", joined([text(duty?.flow), text(duty?.head)])],
  ];
  const known = facts.filter(([, v]) => v !== undefined);
  const missing = facts.filter(([, v]) => v === undefined).map(([name]) => name);
  return (
    <>
      <h3>Kept ready for the next pump</h3>
      {known.length > 0 ? (
        <p>{known.map(([name, v]) => (name === "motor" ? v : `${name} ${v}`)).join("; ")}.</p>
      ) : null}
      {missing.length > 0 ? (
        <p className={classes.muted}>Not read yet: {missing.join(", ")}.</p>
      ) : null}
    </>
  );
}

const joined = (list: readonly (string | undefined)[]): string | undefined => {
  const known = list.filter((v) => v !== undefined);
  return known.length > 0 ? known.join(", ") : undefined;
};
