/** Captures of the tests of the drive, its supply and its controls. */
import {
  capacitor,
  imbalance,
  insulation,
  rollLeads,
  twoDirection,
  windings,
} from "../../drive/index.ts";
import { formatNumber, formatSi, toUnit } from "../../quantity/index.ts";
import { STAYED } from "./change.ts";
import {
  amps,
  type Captured,
  type CaptureRow,
  length,
  plain,
  pressure,
  three,
  time,
} from "./row.ts";

const ohms =
  (...units: readonly string[]) =>
  (slot: string, name: string) =>
    plain(slot, name, "resistance", ...units);
const percent = (v: number) => `${formatNumber(v, 2)} %`;
const all = (at: Captured, stem: string): number[] =>
  [0, 1, 2].map((i) => at(`${stem}.${i}`)).filter((v) => v !== undefined);

/** Leads U V W on lines 1 2 3, moved on by one each time: the three hook-ups that keep rotation. */
const HOOK_UPS = [
  ["U", "V", "W"],
  ["V", "W", "U"],
  ["W", "U", "V"],
] as const;

/** A winding's resistance this much over the least of the three is open; this much under, shorted. */
const OPEN_RATIO = 20;
const SHORT_RATIO = 0.05;
/** Below this the phases count as even [%]. */
const EVEN = 5;
/** Two readings of a fixed gauge or a throw differ by so much by themselves. */
const GAUGE_PLAY = { share: 0.02, pressure: 2000, throw: 0.1 };

export const DRIVE_CAPTURES: readonly CaptureRow[] = [
  {
    test: "hand-mode",
    groups: [
      {
        name: "In hand",
        fields: [amps("current", "Current"), pressure("dischargePressure", "Discharge gauge")],
      },
      {
        name: "Its level meanwhile",
        fields: [length("fall", "Falls by", true), time("over", "Within")],
        when: (p) => p.installation === "submerged",
      },
    ],
    read: (at, { units }) => {
      const [current, head, fall] = [at("current"), at("dischargePressure"), at("fall")];
      if (current !== undefined && current < 0.05)
        return { say: "No current: it does not run.", outcome: "wont-run" };
      if (fall !== undefined)
        return fall > STAYED
          ? {
              say: `The level falls by ${formatSi(fall, "length", units)}: it pumps.`,
              outcome: "pumps",
            }
          : { say: "It runs and the level stays: nothing leaves.", outcome: "runs-no-flow" };
      if (head === undefined) return undefined;
      // Against a plugged line there is pressure, and no flow.
      return head > 5000
        ? {
            say: "It makes pressure, as it does against a plugged line: that anything leaves, a falling level or a flow shows.",
          }
        : { say: "It runs and makes no pressure.", outcome: "runs-no-flow" };
    },
  },
  {
    test: "float-lift",
    groups: [
      {
        name: "Level at which it",
        fields: [length("startsAt", "starts"), length("stopsAt", "stops")],
      },
    ],
    read: (at, { units }) => {
      const [on, off] = [at("startsAt"), at("stopsAt")];
      if (on === undefined || off === undefined) return undefined;
      return on > off
        ? {
            say: `It starts and stops, ${formatSi(on - off, "length", units)} apart.`,
            outcome: "starts-and-stops",
          }
        : { say: "It stops above where it starts: the float or its cable is set wrong." };
    },
  },
  {
    test: "speed-check",
    groups: [{ name: "Under load", fields: [plain("speed", "Speed", "speed", "rpm")] }],
    read: (at, { expected }) => {
      const si = at("speed");
      if (si === undefined || !expected.speed) return undefined;
      const low = toUnit(si, "rpm") < expected.speed.low;
      return {
        say: `${formatNumber(toUnit(si, "rpm"), 4)} r/min; ${formatNumber(expected.speed.low, 4)} to ${formatNumber(expected.speed.high, 4)} expected.`,
        outcome: low ? "low" : "as-expected",
      };
    },
  },
  {
    test: "two-direction",
    groups: [
      {
        name: "Gauge, same valve",
        fields: [pressure("forward", "As found"), pressure("reverse", "Wires exchanged")],
      },
      {
        name: "Or throw from the open riser",
        fields: [length("throwForward", "As found"), length("throwReverse", "Wires exchanged")],
      },
    ],
    read: (at, { pump }) => {
      for (const [of, forward, reverse] of [
        ["pressure", at("forward"), at("reverse")],
        ["throw", at("throwForward"), at("throwReverse")],
      ] as const) {
        if (forward === undefined || reverse === undefined) continue;
        const u = Math.max(GAUGE_PLAY[of], GAUGE_PLAY.share * Math.max(forward, reverse));
        const found = twoDirection({ forward, reverse, of, u, straightVanes: pump.straightVanes });
        return {
          say: TWO_WAYS[found.why](found),
          ...(found.why === "straight-vanes" || found.why === "no-reading"
            ? {}
            : { outcome: BETTER[found.better] }),
        };
      }
      return undefined;
    },
  },
  {
    test: "winding-resistance",
    groups: [
      {
        name: "Between the leads",
        compact: true,
        fields: [0, 1, 2].map((i) =>
          ohms("ohm", "mohm")(`ohms.${i}`, ["U–V", "V–W", "W–U"][i] ?? ""),
        ),
      },
      {
        name: "Windings",
        fields: [plain("temperature", "Temperature", "temperature", "degC", "degF")],
      },
    ],
    read: (at) => {
      const list = all(at, "ohms");
      if (list.length < 3) return undefined;
      const [least, most] = [Math.min(...list), Math.max(...list)];
      const middle = [...list].sort((a, b) => a - b)[1] ?? most;
      if (most > OPEN_RATIO * middle || most > 1e5)
        return { say: "One circuit is open.", outcome: "open" };
      if (least < SHORT_RATIO * middle) return { say: "One circuit is short.", outcome: "short" };
      const found = windings(list, at("temperature") ?? 293.15);
      if (!found) return undefined;
      const spread = `Spread ${percent(found.spreadPercent)}`;
      return found.band === "bad"
        ? { say: `${spread}: more than 5 %, bad.`, outcome: "spread" }
        : found.band === "good"
          ? { say: `${spread}: up to 3 % is good.`, outcome: "balanced" }
          : { say: `${spread}: between 3 % and 5 %. Measure again with the leads scraped clean.` };
    },
  },
  {
    test: "insulation",
    groups: [
      {
        name: "Each lead to earth, a minute each",
        compact: true,
        fields: three("ohms", ohms("Mohm", "Gohm", "kohm")),
      },
      {
        name: "Windings",
        fields: [plain("temperature", "Temperature", "temperature", "degC", "degF")],
      },
    ],
    countdownMinutes: 1,
    read: (at) => {
      const list = all(at, "ohms");
      const temperature = at("temperature");
      if (list.length === 0) return undefined;
      const found = insulation(Math.min(...list), temperature ?? 313.15);
      const value = `${formatNumber(found.at40C / 1e6, 2)} MΩ at 40 °C`;
      return {
        say: `Least ${value}${temperature === undefined ? ", the temperature taken as that" : ""}; at least 5 MΩ below 1 kV.`,
        outcome: found.outcome,
      };
    },
  },
  {
    test: "terminal-retighten-reread",
    asksAfter: true,
    groups: [
      { name: "Before", compact: true, fields: three("before.amps", amps) },
      { name: "After tightening", compact: true, fields: three("after.amps", amps) },
    ],
    read: (at) => {
      const after = imbalance(all(at, "after.amps"), "amps");
      if (!after) return undefined;
      const before = imbalance(all(at, "before.amps"), "amps");
      const was = before ? `${percent(before.percent)} apart before, ` : "";
      const cured = after.percent < EVEN && (before === undefined || before.percent > EVEN);
      return {
        say: `${was}${percent(after.percent)} after.`,
        outcome: cured ? "balanced" : "no-change",
      };
    },
  },
  {
    test: "hand-turn-shaft",
    groups: [
      { name: "At the rim", fields: [length("turned", "Turned at the rim before it binds")] },
    ],
    read: () => undefined,
  },
  {
    test: "capacitor-check",
    groups: [
      {
        name: "Running, at the capacitor",
        fields: [amps("current", "Current"), plain("voltage", "Voltage", "voltage", "V")],
      },
      { name: "Or on a meter", fields: [plain("capacitance", "Capacitance", "capacitance", "uF")] },
    ],
    read: (at, { plate }) => {
      const [current, voltage, metered] = [at("current"), at("voltage"), at("capacitance")];
      const running =
        current !== undefined && voltage !== undefined && plate.frequency !== undefined
          ? capacitor(current, voltage, plate.frequency, plate.capacitor)
          : undefined;
      const value = metered ?? running?.capacitance;
      if (value === undefined) return undefined;
      const microfarads = `${formatNumber(1e6 * value, 3)} µF`;
      if (plate.capacitor === undefined)
        return { say: `${microfarads}; its plate value is not known here.` };
      const off = 100 * (value / plate.capacitor - 1);
      const wanted = `${formatNumber(1e6 * plate.capacitor, 3)} µF on its plate`;
      return {
        say: `${microfarads}, ${wanted}: ${percent(Math.abs(off))} ${off < 0 ? "under" : "over"}; ten are allowed.`,
        ...(off > 10 ? {} : { outcome: off < -10 ? "weak" : "in-tolerance" }),
      };
    },
  },
  {
    test: "roll-leads",
    groups: HOOK_UPS.map((leads, h) => ({
      name: leads.map((lead, line) => `${lead} on L${line + 1}`).join(", "),
      compact: true,
      fields: three(`amps.${h}`, amps),
    })),
    read: (at) => {
      const rows = [0, 1, 2].map((h) => all(at, `amps.${h}`));
      if (rows.some((r) => r.length < 3)) return undefined;
      const found = rollLeads(rows, HOOK_UPS);
      if (!found) return undefined;
      const [supply, motor] = [found.supplyShare, found.motorShare].map((s) => percent(100 * s));
      return {
        say: `${supply} of the imbalance stays with the supply lines, ${motor} moves with the motor's leads.`,
        outcome: found.outcome,
      };
    },
  },
];

const BETTER = {
  forward: "forward-better",
  reverse: "reverse-better",
  "cannot-tell": "same",
} as const;

type Found = ReturnType<typeof twoDirection>;
const sure = (f: Found) => `${Math.min(99, Math.round(100 * f.sure))} % sure`;
const ratio = (f: Found) => percent(100 * (f.ratio ?? 0));

const TWO_WAYS: Readonly<Record<Found["why"], (f: Found) => string>> = {
  clear: (f) =>
    `${f.better === "forward" ? "As found" : "The other way"} is right, ${sure(f)}: the lesser reading is ${ratio(f)} of the greater, as a wheel in reverse shows.`,
  "small-drop": (f) =>
    `${f.better === "forward" ? "As found" : "The other way"} is better, ${sure(f)}, yet ${ratio(f)} is more than a wheel in reverse usually leaves. Static head behind the valve does that; read once more with the valve nearly shut if this pump may.`,
  alike: (f) =>
    `Alike within what the reading can tell (${ratio(f)}). Were two wires really exchanged? Or it does not pump at all.`,
  "straight-vanes": () =>
    "Straight vanes pump alike both ways: this cannot tell. Look at the fan or the coupling.",
  "no-reading": () => "No pressure either way: there is nothing to compare.",
};
