/**
 * A jet pump's table as a head curve at a place, so that it can be held against other pumps there. SI; the sentences are in the
 * reader's units.
 */
import { buildCurve } from "../curve/index.ts";
import { jetFlow } from "../jet/index.ts";
import { formatNumber, formatSi, GRAVITY, type UnitSystem } from "../quantity/index.ts";
import { lossAt } from "../suction/index.ts";
import type { Situation } from "../visit/index.ts";

export interface JetAt {
  readonly situation: Situation;
  /** What has to be looked at before it is believed. */
  readonly says: readonly string[];
}

/** Pressure of the atmosphere that tables are made at [Pa]. */
const SEA_LEVEL = 101_325;
/** Pressures at which a table is looked up. */
const STEPS = 24;

/**
 * The pump with a curve of total head over flow at this place's lift, from the water to its discharge: what the table gives
 * at each pressure, with the lift and the loss of the way in on top of it. Within the table alone.
 * @returns without a curve, and why, where the place's level is not known or the table does not reach it
 */
export function jetAt(of: Situation, place: Situation, units: UnitSystem): JetAt {
  const { jet } = of;
  if (!jet) return { situation: of, says: [] };
  const metres = (m: number) => formatSi(m, "length", units);
  if (!place.layout)
    return {
      situation: of,
      says: ["How far it would have to lift here is not known: its table needs the level."],
    };
  const { density } = place.liquid;
  const lifts = place.layout.sourceLevel + place.layout.surfacePressure / (density * GRAVITY);
  const { loss } = place.layout;
  const most = jet.lines.at(-1)?.lift ?? 0;
  const thin =
    of.family === "jet-shallow" ? (SEA_LEVEL - place.atmosphere) / (density * GRAVITY) : 0;
  // The suction of a shallow jet lives on the atmosphere: where it is thinner it lifts less, as if it stood higher.
  const lift = Math.max(0, thin) - lifts;
  if (lift > most)
    return {
      situation: of,
      says: [
        `Its table ends at a lift of ${metres(most)}; here it is ${metres(-lifts)}${thin > THIN ? `, which at this altitude counts as ${metres(lift)}` : ""}.${of.family === "jet-shallow" ? " Set deep, with its ejector in the water, it may do." : ""}`,
      ],
    };
  const ends = jet.lines.map(({ flow }) => [flow.x[0] ?? 0, flow.x.at(-1) ?? 0] as const);
  const [low, high] = [Math.min(...ends.map(([a]) => a)), Math.max(...ends.map(([, b]) => b))];
  const points = Array.from({ length: STEPS + 1 }, (_, i) => {
    const pressure = low + ((high - low) * i) / STEPS;
    const still = jetFlow(jet, Math.max(0, lift), pressure);
    if (!still.ok) return undefined;
    // The way in loses less than it lifts: once is near enough.
    const flow = jetFlow(jet, Math.max(0, lift + lossAt(loss, still.value)), pressure);
    if (!flow.ok || !(flow.value > 0)) return undefined;
    return {
      flow: flow.value,
      head: pressure / (density * GRAVITY) - lifts + lossAt(loss, flow.value),
    };
  }).filter((p) => p !== undefined);
  const built = buildCurve({ points });
  if (!built.ok) return { situation: of, says: ["Its table has too few pressures at this lift."] };
  return {
    situation: { ...of, curve: built.value },
    says: [...setting(of.family), ...altitude(thin, metres), ...energy(of, units)],
  };
}

/** An atmosphere that is thinner by less than this many metres of water changes no lift. */
const THIN = 0.3;

const altitude = (thin: number, metres: (m: number) => string): readonly string[] =>
  thin > THIN ? [`At this altitude it lifts ${metres(thin)} less than its table says.`] : [];

const setting = (family: Situation["family"]): readonly string[] =>
  family === "jet-deep"
    ? [
        "Its ejector hangs in the water, on two pipes or in a sealed casing, both filled before it starts; its regulator keeps pressure for the ejector.",
      ]
    : ["Its ejector sits at the pump: one pipe, filled before it starts."];

/** A jet runs near its motor's load whatever it gives: from the plate's power to its service factor. */
function energy({ motor }: Situation, units: UnitSystem): readonly string[] {
  if (!motor?.power) return ["What power it takes its table does not say."];
  const most = motor.power * (motor.serviceFactor ?? 1);
  const power = (w: number) => formatSi(w, "power", units);
  const between =
    most > motor.power ? `${power(motor.power)} to ${power(most)}` : `about ${power(motor.power)}`;
  return [
    `What power it takes its table does not say; by its motor's plate ${between} at the shaft, near to that whatever it gives${motor.efficiency ? `, the motor at ${formatNumber(100 * motor.efficiency, 2)} %` : ""}.`,
  ];
}
