/** Captures of the tests for eye and ear. */
import { formatNumber, formatSi } from "../../quantity/index.ts";
import { improvedIfUp, moved, STAYED, twice } from "./change.ts";
import {
  amps,
  type CaptureContext,
  type Captured,
  type CaptureGroup,
  type CaptureReading,
  type CaptureRow,
  flow,
  length,
  plain,
  pressure,
  three,
  time,
} from "./row.ts";

const DISCHARGE = pressure("dischargePressure", "Discharge gauge");
const SUCTION = pressure("suctionPressure", "Suction gauge");
const FLOW = flow("flow", "Flow");
/** Above this over the mean the highest phase of a motor counts as uneven [%]. */
const UNEVEN = 3;
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
    groups: [...headGroups("before", "This one"), ...headGroups("other", "The other one")],
    read: (at, context) => {
      const heads = comparedHeads(at, context);
      const phases = sharedPhase(at);
      if (!heads) return phases ? { say: phases } : undefined;
      return { ...heads, say: phases ? `${heads.say} ${phases}` : heads.say };
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

/** Both gauges and the currents of one of two pumps that stand side by side. */
function headGroups(when: string, name: string): CaptureGroup[] {
  const gauges = { name, fields: [prefix(when, DISCHARGE), prefix(when, SUCTION)] };
  return [
    gauges,
    {
      name: `${name}, each phase`,
      compact: true,
      fields: three(`${when}.amps`, amps),
      when: (p) => p.driver === "3-phase" || p.driver === "unknown",
    },
    {
      name: `${name}, its current`,
      fields: [prefix(when, amps("current", "Current"))],
      when: (p) => p.driver === "1-phase",
    },
  ];
}

/** Which of two pumps makes less pressure, by both gauges where both were read. */
function comparedHeads(at: Captured, { units }: CaptureContext): CaptureReading | undefined {
  const raised = (when: string) => {
    const [out, into] = [at(`${when}.dischargePressure`), at(`${when}.suctionPressure`)];
    return { out, rise: out === undefined || into === undefined ? undefined : out - into };
  };
  const [own, other] = [raised("before"), raised("other")];
  const both = own.rise !== undefined && other.rise !== undefined;
  const [a, b] = both ? [own.rise, other.rise] : [own.out, other.out];
  const how = moved(a, b, "pressure");
  if (how === undefined || a === undefined || b === undefined) return undefined;
  const apart = formatSi(Math.abs(a - b), "pressure", units);
  if (how === "same") return { say: `Alike: ${apart} apart.`, outcome: "alike" };
  return how === "up"
    ? { say: `This one makes ${apart} less.`, outcome: "this-worse" }
    : { say: `The other one makes ${apart} less.`, outcome: "standby-worse" };
}

/** What the highest phases of two motors on one supply say: the same one is the supply's, another the motor's. */
function sharedPhase(at: Captured): string | undefined {
  const [own, other] = ["before", "other"].map((when) => {
    const list = [0, 1, 2].map((i) => at(`${when}.amps.${i}`));
    if (!list.every((v) => v !== undefined)) return undefined;
    const mean = list.reduce((sum, v) => sum + v, 0) / 3;
    const most = Math.max(...list);
    return { phase: list.indexOf(most) + 1, percent: mean > 0 ? 100 * (most / mean - 1) : 0 };
  });
  if (!own || !other) return undefined;
  const show = (h: { phase: number; percent: number }) =>
    `L${h.phase} by ${formatNumber(h.percent, 2)} %`;
  const [ownHigh, otherHigh] = [own.percent > UNEVEN, other.percent > UNEVEN];
  if (ownHigh && otherHigh)
    return own.phase === other.phase
      ? `Both draw most on L${own.phase} (${formatNumber(own.percent, 2)} and ${formatNumber(other.percent, 2)} % over their means): that comes with the supply.`
      : `This one draws most on ${show(own)}, the other on ${show(other)}: that is not the supply's alone.`;
  if (ownHigh) return `Only this one is uneven, ${show(own)}: its terminals or its winding.`;
  if (otherHigh) return `Only the other one is uneven, ${show(other)}.`;
  return "The currents of both are even.";
}
