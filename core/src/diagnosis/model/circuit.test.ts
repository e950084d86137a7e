import { describe, expect, it } from "vitest";
import { caseFrom } from "../../../testing/cases.ts";
import { situationOf } from "../../visit/index.ts";
import { inCircuit } from "./circuit.ts";

const CURVE = {
  points: [
    { flow: "0 m3/h", head: "20 m" },
    { flow: "30 m3/h", head: "18 m" },
    { flow: "60 m3/h", head: "12 m" },
  ],
};

interface Told {
  readonly family?: string;
  readonly installation?: string;
  readonly suctionPressure?: string;
  readonly rest?: object;
}

function told({ family = "end-suction", installation = "flooded", suctionPressure, rest }: Told) {
  return situationOf(
    caseFrom({
      format: "yard-tack/case",
      version: 1,
      pump: { family, installation, curve: CURVE },
      snapshots: [{ label: "as found", dischargePressure: "2.4 bar", suctionPressure }],
      ...rest,
    }),
  );
}

describe("whether a pump works on a closed circuit", () => {
  it.each<[string, Told, boolean]>([
    ["stated", { rest: { system: { closedLoop: true } } }, true],
    [
      "stated that it is none, whatever pump and gauge look like",
      {
        family: "inline-circulator",
        suctionPressure: "1.6 bar",
        rest: { system: { closedLoop: false } },
      },
      false,
    ],
    ["nothing said, a suction under a tank", { suctionPressure: "0.3 bar" }, false],
    ["nothing said, a suction under more than any tank", { suctionPressure: "1.6 bar" }, true],
    ["nothing said of an inline circulator", { family: "inline-circulator" }, true],
    [
      "an inline circulator that lifts to a tank",
      { family: "inline-circulator", rest: { discharge: { staticHead: "6 m" } } },
      false,
    ],
    [
      "a suction under pressure from a source with a level",
      { suctionPressure: "1.6 bar", rest: { suction: { sourceLevel: "15 m" } } },
      false,
    ],
    [
      "a lift, whatever its gauge says",
      { installation: "lift", suctionPressure: "1.6 bar" },
      false,
    ],
  ])("%s", (_, what, expected) => {
    expect(inCircuit(told(what))).toBe(expected);
  });
});
