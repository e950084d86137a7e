/** Captures of the tests with gauges, valves and water. */
import { formatNumber, formatSi, GRAVITY } from "../../quantity/index.ts";
import { waterAt } from "../../liquid/index.ts";
import { vacuumBand, vacuumLeak, vacuumTargets } from "../../suction/index.ts";
import { improvedIfUp, moved, twice } from "./change.ts";
import { type CaptureRow, flow, length, plain, pressure, time } from "./row.ts";

const SUCTION = pressure("suctionPressure", "Suction gauge");
const DISCHARGE = pressure("dischargePressure", "Discharge gauge");
const IMPROVED = { up: "improved", same: "no-change" } as const;

/** A vacuum that falls by less than this in a minute holds [Pa/min]. */
const HOLDS = 2000;
/** Water taken for the vapour in a casing whose temperature nobody reads [K]. */
const CASING_K = 288.15;
/** Dirt on a mesh that begins to matter [m]. */
const DIRT = 0.001;
/** Shut gauge over the expected shut-off is not known here: only nothing is plain [Pa]. */
const NO_PRESSURE = 5000;

export const GAUGE_CAPTURES: readonly CaptureRow[] = [
  {
    test: "shut-off-head",
    groups: [{ name: "Against the shut valve", fields: [SUCTION, DISCHARGE] }],
    read: (at, { units }) => {
      const discharge = at("dischargePressure");
      if (discharge === undefined) return undefined;
      const rise = discharge - (at("suctionPressure") ?? 0);
      return rise < NO_PRESSURE
        ? { say: "Hardly any pressure against the shut valve.", outcome: "no-pressure" }
        : {
            say: `${formatSi(rise, "pressure", units)} across the pump; the Board sets it against the curve at shut-off.`,
          };
    },
  },
  {
    test: "gauge-zero",
    groups: [
      { name: "At rest, cock shut and let off", fields: [rest("suction"), rest("discharge")] },
    ],
    read: (at, { zeroBand, units }) => {
      const sides = (["suction", "discharge"] as const).flatMap((side) => {
        const value = at(side);
        return value === undefined ? [] : [{ side, value, off: Math.abs(value) > zeroBand[side] }];
      });
      const [first] = sides;
      if (!first) return undefined;
      const off = sides.find((s) => s.off);
      return off
        ? {
            say: `The ${off.side} gauge stands ${formatSi(off.value, "pressure", units)} off. Its readings of today are corrected by that.`,
            outcome: `${off.side}-off`,
          }
        : { say: "At zero within their class.", outcome: "both-zero" };
    },
  },
  {
    test: "swap-gauges",
    asksAfter: true,
    groups: twice([SUCTION, DISCHARGE]),
    read: (at) => {
      const suction = moved(at("before.suctionPressure"), at("after.suctionPressure"), "pressure");
      const discharge = moved(
        at("before.dischargePressure"),
        at("after.dischargePressure"),
        "pressure",
      );
      if (suction === undefined && discharge === undefined) return undefined;
      if (suction && suction !== "same")
        return {
          say: "The suction place reads otherwise with the other gauge.",
          outcome: "suction-changes",
        };
      if (discharge && discharge !== "same")
        return {
          say: "The discharge place reads otherwise with the other gauge.",
          outcome: "discharge-changes",
        };
      return { say: "Both places read as before.", outcome: "same" };
    },
  },
  {
    test: "suction-pressure-vs-layout",
    groups: [
      {
        name: "Once more, with care",
        fields: [length("level", "Level over the shaft", true), SUCTION],
      },
    ],
    read: (at) =>
      at("level") === undefined || at("suctionPressure") === undefined
        ? undefined
        : { say: "Take both over into Readings; the Board sets them against pipe and level." },
  },
  {
    test: "raise-level-reread",
    asksAfter: true,
    groups: twice([length("level", "Level over the shaft", true), DISCHARGE, flow("flow", "Flow")]),
    read: improvedIfUp([DISCHARGE, flow("flow", "Flow")], IMPROVED),
  },
  {
    test: "submerge-deeper-reread",
    asksAfter: true,
    groups: twice([length("depth", "Water over the inlet"), DISCHARGE, flow("flow", "Flow")]),
    read: improvedIfUp([DISCHARGE, flow("flow", "Flow")], IMPROVED),
  },
  {
    test: "vent-casing-reread",
    asksAfter: true,
    groups: twice([DISCHARGE, flow("flow", "Flow")]),
    read: improvedIfUp([DISCHARGE, flow("flow", "Flow")], IMPROVED),
  },
  {
    test: "clean-strainer-reread",
    asksAfter: true,
    groups: twice([SUCTION, DISCHARGE]),
    read: improvedIfUp([SUCTION, DISCHARGE], IMPROVED),
  },
  {
    test: "open-strainer-look",
    groups: [{ name: "Basket", fields: [length("layer", "Depth of dirt on the mesh")] }],
    read: (at, { units }) => {
      const layer = at("layer");
      if (layer === undefined) return undefined;
      return layer > DIRT
        ? { say: `${formatSi(layer, "length", units)} of dirt lies on the mesh.`, outcome: "dirty" }
        : { say: "Hardly anything lies on the mesh.", outcome: "clean" };
    },
  },
  {
    test: "drain-back",
    groups: [
      { name: "Level in the priming port", fields: [length("fall", "Fall"), time("over", "Over")] },
    ],
    countdownMinutes: 10,
    read: (at, { units }) => {
      const [fall, over] = [at("fall"), at("over")];
      if (fall === undefined || over === undefined || !(over > 0)) return undefined;
      const perHour = (3600 * fall) / over;
      return fall < 0.005
        ? { say: "It holds: less than a few millimetres.", outcome: "holds" }
        : {
            say: `It falls by ${formatSi(perHour, "length", units)} an hour${perHour > 0 ? `; a casing height of ${formatSi(0.3, "length", units)} is gone in ${formatNumber(0.3 / perHour, 2)} h` : ""}.`,
            outcome: "falls",
          };
    },
  },
  {
    test: "vacuum-plate",
    groups: [
      {
        name: "Vacuum",
        fields: [
          pressure("peak", "Highest vacuum"),
          pressure("fallTo", "Vacuum after the watch"),
          time("over", "Over"),
        ],
      },
      {
        name: "To size the leak",
        fields: [
          { ...plain("volume", "Evacuated volume", "volume", "L", "gal"), us: ["gal", "L"] },
          plain("speed", "Engine speed", "speed", "rpm"),
        ],
      },
    ],
    countdownMinutes: 2,
    read: (at, { atmosphere, units }) => {
      const peak = at("peak");
      if (peak === undefined) return undefined;
      const water = waterAt(CASING_K);
      if (!water.ok) return undefined;
      const targets = vacuumTargets(
        atmosphere,
        water.value.saturationPressure,
        water.value.density,
      );
      const deepest = Math.abs(peak);
      const good = vacuumBand(deepest, targets) !== "poor";
      const [to, over] = [at("fallTo"), at("over")];
      const share = `${formatNumber((100 * deepest) / atmosphere, 2)} % of the atmosphere here, equal to a lift of ${formatSi(deepest / (water.value.density * GRAVITY), "length", units)}; at least ${formatNumber((100 * targets.minimum) / atmosphere, 2)} % is wanted`;
      const leak =
        to === undefined || over === undefined
          ? undefined
          : vacuumLeak({
              from: deepest,
              to: Math.abs(to),
              time: over,
              atmosphere,
              volume: at("volume"),
            });
      if (!leak) return { say: `${share}. Watch how far it falls.` };
      const holds = leak.fallPerMinute < HOLDS;
      const size =
        leak.equivalentHole === undefined
          ? ""
          : `, as through a hole of ${formatNumber(1000 * leak.equivalentHole, 2)} mm`;
      return {
        say: `${share}. It falls by ${formatSi(leak.fallPerMinute, "pressure", units)} a minute${size}. ${SAYS[`${good ? "good" : "poor"}-${holds ? "holds" : "falls"}`]}`,
        outcome: `${good ? "good" : "poor"}-${holds ? "holds" : "falls"}`,
      };
    },
  },
];

/** What the four answers of the plate mean. */
const SAYS = {
  "good-holds": "The pump is sound; look at the suction piping.",
  "good-falls": "A leak in the pump: drains, seal, check valve, gaskets.",
  "poor-holds": "A weak vacuum source: air jet, compressor hose, float box, primer.",
  "poor-falls": "Both, or one large leak.",
} as const;

function rest(side: "suction" | "discharge") {
  return pressure(side, side === "suction" ? "Suction gauge" : "Discharge gauge");
}
