/** Captures of the tests for eye and ear. */
import { formatNumber, formatSi } from "../../quantity/index.ts";
import { improvedIfUp, moved, twice } from "./change.ts";
import { amps, type CaptureRow, flow, length, plain, pressure, time } from "./row.ts";

const DISCHARGE = pressure("dischargePressure", "Discharge gauge");
const FLOW = flow("flow", "Flow");
/** A level that rises by less than this has stayed [m]. */
const STAYED = 0.005;
/** Share of the expected flow under which a drawdown is too slow. */
const SLOW = 0.87;

export const LISTEN_CAPTURES: readonly CaptureRow[] = [
  {
    test: "rotation-look",
    groups: [{ name: "As it runs out", fields: [time("runOut", "Run-out")] }],
    read: (at) => {
      const seconds = at("runOut");
      return seconds === undefined
        ? undefined
        : {
            say: `It ran out in ${formatNumber(seconds, 2)} s; what the arrow says is yours to tap.`,
          };
    },
  },
  {
    test: "throttle-and-listen",
    groups: twice([DISCHARGE]),
    read: (at) => {
      const how = moved(at("before.dischargePressure"), at("after.dischargePressure"), "pressure");
      if (how === undefined) return undefined;
      return how === "up"
        ? { say: "The gauge rose: it is throttled. What the ear says is yours to tap." }
        : { say: "The gauge did not rise: the valve is hardly closed yet, or it passes." };
    },
  },
  {
    test: "slow-and-listen",
    groups: twice([plain("speed", "Speed", "speed", "rpm")]),
    read: (at) => {
      const [before, after] = [at("before.speed"), at("after.speed")];
      if (before === undefined || after === undefined || !(before > 0)) return undefined;
      const less = 100 * (1 - after / before);
      return less >= 15
        ? { say: `${formatNumber(less, 2)} % slower. What the ear says is yours to tap.` }
        : { say: `Only ${formatNumber(less, 2)} % slower; take a fifth off.` };
    },
  },
  {
    test: "run-standby-compare",
    groups: [
      {
        name: "This pump",
        fields: [prefix("before", DISCHARGE), prefix("before", amps("current", "Current"))],
      },
      {
        name: "The standby",
        fields: [prefix("other", DISCHARGE), prefix("other", amps("current", "Current"))],
      },
    ],
    read: (at, { units }) => {
      const [own, other] = [at("before.dischargePressure"), at("other.dischargePressure")];
      const how = moved(own, other, "pressure");
      if (how === undefined || own === undefined || other === undefined) return undefined;
      const apart = formatSi(Math.abs(own - other), "pressure", units);
      return how === "same"
        ? { say: `Alike: ${apart} apart.`, outcome: "alike" }
        : how === "up"
          ? { say: `This one is ${apart} lower.`, outcome: "this-worse" }
          : { say: `The standby is ${apart} lower.`, outcome: "standby-worse" };
    },
  },
  {
    test: "discharge-valve-look",
    groups: [
      {
        name: "Spindle",
        fields: [
          length("stem", "Stem out of the wheel"),
          length("stemOpen", "Of a valve that is open"),
        ],
      },
    ],
    read: (at) => {
      const [stem, open] = [at("stem"), at("stemOpen")];
      if (stem === undefined || open === undefined || !(open > 0)) return undefined;
      const share = stem / open;
      return {
        say: `About ${formatNumber(100 * Math.min(1, share), 2)} % of its travel.`,
        outcome: share > 0.9 ? "open" : "part-closed",
      };
    },
  },
  {
    test: "provoke",
    groups: [
      {
        name: "While it is watched",
        fields: [DISCHARGE, amps("current", "Current"), time("over", "Watched for")],
      },
    ],
    countdownMinutes: 15,
    read: () => undefined,
  },
  {
    test: "isolate-standby-reread",
    asksAfter: true,
    groups: twice([DISCHARGE, FLOW]),
    read: improvedIfUp([DISCHARGE, FLOW], { up: "improved", same: "no-change" }),
  },
  {
    test: "standing-level-rise",
    groups: [{ name: "Pump off", fields: [length("rise", "Rise", true), time("over", "Over")] }],
    countdownMinutes: 10,
    read: (at, { area, units }) => {
      const [rise, over] = [at("rise"), at("over")];
      if (rise === undefined || over === undefined || !(over > 0)) return undefined;
      if (rise < STAYED) return { say: "The level stays.", outcome: "none" };
      const back =
        area === undefined ? "" : `: ${formatSi((area * rise) / over, "flow", units)} comes back`;
      return { say: `The level rises${back}.`, outcome: "rises" };
    },
  },
  {
    test: "timed-drawdown",
    groups: [
      {
        name: "Pump on",
        fields: [
          length("fall", "Fall", true),
          time("over", "Over"),
          flow("inflow", "Inflow meanwhile"),
        ],
      },
      { name: "Sump", fields: [length("diameter", "Diameter")] },
    ],
    read: (at, { area, expected, units }) => {
      const [fall, over, diameter] = [at("fall"), at("over"), at("diameter")];
      if (fall === undefined || over === undefined || !(over > 0)) return undefined;
      if (fall < STAYED && !at("inflow"))
        return { say: "The level does not fall.", outcome: "none" };
      const surface = diameter === undefined ? area : (Math.PI * diameter ** 2) / 4;
      if (surface === undefined) return { say: "Measure the sump across, for the flow." };
      const found = (surface * fall) / over + (at("inflow") ?? 0);
      const shown = formatSi(found, "flow", units);
      if (!expected.flow) return { say: `${shown} out of the sump.` };
      const middle = (expected.flow.low + expected.flow.high) / 2;
      const low = found < SLOW * middle;
      return {
        say: `${shown} out of the sump; about ${formatSi(middle, "flow", units)} expected.`,
        outcome: low ? "low" : "as-expected",
      };
    },
  },
];

function prefix<T extends { readonly slot: string }>(when: string, field: T): T {
  return { ...field, slot: `${when}.${field.slot}` };
}
