/** What has changed since the pump was known to be sound, reading by reading, in one sentence. */
import { formatNumber, formatSi, type Uncertain, type UnitSystem } from "../quantity/index.ts";
import { meanAmps, type Situation, type Snapshot } from "../visit/index.ts";

interface Compared {
  readonly name: string;
  readonly read: (s: Snapshot) => Uncertain | undefined;
  readonly text: (si: number, units: UnitSystem) => string;
}

/** Doubt of a gauge whose class nobody stated [Pa]: one percent of usual ranges. */
const UNSTATED_U = 6e3;

const gauge = (side: "suction" | "discharge"): Compared => ({
  name: `${side} gauge`,
  read: (s) => {
    const g = s[side];
    return g && { value: g.pressure, u: g.u ?? UNSTATED_U };
  },
  text: (si, units) => formatSi(si, "pressure", units),
});

const COMPARED: readonly Compared[] = [
  gauge("suction"),
  gauge("discharge"),
  { name: "flow", read: (s) => s.flow, text: (si, units) => formatSi(si, "flow", units) },
  { name: "current", read: meanAmps, text: (si) => `${formatNumber(si)} A` },
  { name: "speed", read: (s) => s.speed, text: (si) => `${formatNumber(si, 4)} rpm` },
];

/** Standard uncertainties of the difference beyond which a reading has changed: 95 %. */
const CHANGED = 2;

const asFound = (s: Snapshot): boolean => s.running && s.valve === "as-found";

/**
 * The pump as found beside its latest fingerprint at the same valve.
 * @returns nothing when they share no reading
 */
export function sinceFingerprint(situation: Situation, units: UnitSystem): string[] {
  const now = situation.snapshots.find(asFound);
  const then = situation.fingerprints.findLast(asFound);
  if (!now || !then) return [];
  const both = COMPARED.flatMap((c) => {
    const [was, is] = [c.read(then), c.read(now)];
    if (!was || !is) return [];
    const changed = Math.abs(is.value - was.value) > CHANGED * Math.hypot(was.u, is.u);
    return [{ name: c.name, was: c.text(was.value, units), is: c.text(is.value, units), changed }];
  });
  if (both.length === 0) return [];
  const changed = both.filter((b) => b.changed);
  const names = both.map((b) => b.name).join(", ");
  if (changed.length === 0) {
    return [`Nothing has changed since the fingerprint of what was read both times: ${names}.`];
  }
  const list = changed.map((b) => `${b.name} from ${b.was} to ${b.is}`).join(", ");
  const rest = both.length > changed.length ? "; what else was read is as it was" : "";
  return [`Since the fingerprint: ${list}${rest}.`];
}
