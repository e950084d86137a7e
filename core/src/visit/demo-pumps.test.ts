import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson, DEMO_TAGS } from "../../testing/cases.ts";
import { boardOf } from "../board/index.ts";
import { simulate } from "../diagnosis/index.ts";
import { GRAVITY, toUnit } from "../quantity/index.ts";
import {
  displacementDuty,
  fireStudy,
  heatStudy,
  jetDuty,
  leadingSnapshot,
  partsOf,
  situationOf,
} from "./index.ts";
import { noteWords } from "../words/index.ts";

type Json = Record<string, unknown>;

const PLACE = { gaugeHeight: 0, tappingHeight: 0, line: "full" as const };
const RISER = { ...PLACE, gaugeHeight: 38.5 };

/** The pump as it reads when it is sound, its flow metered or not. */
function soundCase(tag: string, metered: boolean): Json {
  const json = pumpJson(tag);
  const discharge = tag === "LF-3" ? RISER : PLACE;
  const file = caseFrom(json);
  const ports = file.pump.ports;
  const found = simulate(file, "healthy", 0, {
    suction: { ...PLACE, bore: ports?.suction?.si },
    discharge: { ...discharge, bore: ports?.discharge?.si },
  });
  if (!found.ok) throw new Error(`${tag}: ${found.error}`);
  const r = found.value;
  const submerged = file.pump.installation === "submerged";
  const phases = file.pump.motor?.phases ?? 0;
  return {
    ...json,
    snapshots: [
      {
        label: "as found",
        ...(submerged ? {} : { suctionPressure: `${r.suctionPressure / 1e5} bar` }),
        suctionGaugeHeight: "0 m",
        suctionLine: "full",
        dischargePressure: `${r.dischargePressure / 1e5} bar`,
        dischargeGaugeHeight: `${discharge.gaugeHeight} m`,
        dischargeLine: "full",
        speed: `${r.speed} rpm`,
        ...(metered ? { flow: `${toUnit(r.flow, "m3/h")} m3/h` } : {}),
        ...(r.amps === undefined || phases === 0
          ? {}
          : { amps: Array.from({ length: phases }, () => `${r.amps?.toFixed(2) ?? ""} A`) }),
      },
    ],
  };
}

function partsFor(tag: string, metered: boolean) {
  const situation = situationOf(caseFrom(soundCase(tag, metered)));
  const snapshot = leadingSnapshot(situation);
  if (!snapshot) throw new Error(tag);
  return { situation, parts: partsOf(situation, snapshot) };
}

describe("every demo pump", () => {
  it("is there: twenty of them, over all fourteen families", () => {
    expect(DEMO_TAGS).toHaveLength(20);
    const families = new Set(DEMO_TAGS.map((t) => caseFrom(pumpJson(t)).pump.family));
    expect(families.size).toBe(14);
  });

  it.each(DEMO_TAGS)("%s: a sound pump stands on its rating", (tag) => {
    const { situation, parts } = partsFor(tag, true);
    const displacement = displacementDuty(situation, parts);
    const jet = jetDuty(situation, parts);
    const metered = parts.duty.flow?.value ?? 0;
    if (displacement) {
      expect(Math.abs(displacement.againstRating?.value ?? 9)).toBeLessThan(0.5);
    } else if (jet) {
      // The model runs along short straight pieces of the table's curve.
      expect(Math.abs((jet.ratedFlow ?? 0) / metered - 1)).toBeLessThan(0.002);
      expect(Math.abs((jet.apparentLift ?? 0) - (jet.lift ?? 9))).toBeLessThan(0.05);
    } else {
      expect(parts.duty.verdict).toBe("within-band");
      expect(Math.abs(parts.duty.headAgainstCurve?.value ?? 9)).toBeLessThan(0.6);
      const duty = situation.duty;
      // The drawn system meets the sheet at the duty; a lightly loaded motor runs it a little faster, and
      // the liquid is not always water.
      expect(Math.abs(metered / (duty?.flow ?? 1) - 1), "duty").toBeLessThan(0.05);
    }
  });

  it.each(DEMO_TAGS)(
    "%s: without a meter the flow comes from head or power, or it says what is missing",
    (tag) => {
      const { situation, parts } = partsFor(tag, false);
      if (situation.displacement ?? situation.jet) {
        const board = boardOf(soundCase(tag, false), "metric");
        if (!board.ok) throw new Error(JSON.stringify(board.errors));
        expect(board.view.rating?.sentences.join(" ")).toMatch(/rating gives|the table gives/);
        return;
      }
      const truth = partsFor(tag, true).parts.duty.flow?.value ?? 0;
      const { flow } = parts.duty;
      expect(flow, tag).toBeDefined();
      expect(Math.abs((flow?.value ?? 0) - truth)).toBeLessThan(1.96 * (flow?.u ?? 0) + 1e-4);
    },
  );

  it.each(DEMO_TAGS)(
    "%s: its sheet is believable and its Board has figures with their working",
    (tag) => {
      for (const units of ["metric", "us"] as const) {
        const board = boardOf(soundCase(tag, true), units);
        if (!board.ok) throw new Error(JSON.stringify(board.errors));
        const { figures, doubts, notes } = board.view;
        expect(doubts).toEqual([]);
        expect(figures.length).toBeGreaterThanOrEqual(5);
        for (const f of figures) {
          expect(f.formula, f.id).not.toBe("");
          expect(f.source, f.id).not.toBe("");
          expect(`${f.text} ${f.band}`, f.id).not.toMatch(/NaN|undefined|Infinity/);
        }
        expect(notes.join(" ")).not.toContain("cold water is taken");
      }
    },
  );

  it("takes the riser's loss and height off a borehole's gauge", () => {
    const { situation, parts } = partsFor("LF-3", true);
    const pressure = parts.snapshot.discharge?.pressure ?? 0;
    const head = parts.duty.head?.value ?? 0;
    const level = situation.layout?.sourceLevel ?? 0;
    const still = pressure / (situation.liquid.density * GRAVITY) + 38.5 - level;
    expect(head - still).toBeGreaterThan(1.2);
    expect(head - still).toBeLessThan(6);
  });

  it("corrects a water sheet for brine and says so", () => {
    const { situation } = partsFor("BI-1", true);
    expect(situation.notes.map(noteWords).join(" ")).toContain("ANSI/HI 9.6.7");
    expect(situation.liquid.density).toBeGreaterThan(1040);
  });

  it("has no shut-off figures for a displacement pump and has them for others", () => {
    const pd = partsFor("LF-4", true);
    expect(heatStudy(pd.situation, pd.parts).deadHead).toBeUndefined();
    const tub = partsFor("TH-3", true);
    const heat = heatStudy(tub.situation, tub.parts);
    // Plastic wheel, little liquid: minutes.
    expect(heat.deadHead?.limit).toBeCloseTo(333.15);
    expect(heat.deadHead?.seconds).toBeLessThan(300);
    expect(heat.passing).toBeGreaterThan(0);
  });

  it("passes the fire-water pump with three points, and misses the ones not taken", () => {
    const json = soundCase("TH-1", true);
    const file = caseFrom(json);
    const [first] = json["snapshots"] as Json[];
    const point = (flow: number, psi: number) => ({
      ...first,
      label: `${flow} gpm`,
      valve: flow === 0 ? "shut" : "throttled",
      flow: flow === 0 ? null : `${flow} gpm`,
      suctionPressure: "2 psi",
      dischargePressure: `${psi} psi`,
      speed: "1770 rpm",
    });
    const study = (points: Json[]) =>
      fireStudy(situationOf(caseFrom({ ...json, snapshots: points })));
    expect(file.pump.family).toBe("fire");
    expect(study([point(0, 126), point(750, 108), point(1130, 80)])?.overall).toBe("pass");
    expect(study([point(0, 126), point(750, 96), point(1130, 80)])?.overall).toBe("fail");
    expect(study([point(750, 108)])?.verdicts).toEqual({
      shutOff: "not-shown",
      rated: "pass",
      overload: "not-shown",
    });
  });
});
