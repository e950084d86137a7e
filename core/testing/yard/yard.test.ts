import { describe, expect, it } from "vitest";
import { readCase } from "../../src/case/index.ts";
import { causeRow, diagnose } from "../../src/diagnosis/index.ts";
import { visitOf } from "./index.ts";

/**
 * Three hundred made-up plants by other laws than the engine's. What is asked is what was reached when this was
 * written, with room for a few visits; `npm run bench:diagnosis` has thousands of them.
 */
const visits = Array.from({ length: 300 }, (_, i) => visitOf(20_001 + i)).map((visit) => {
  const read = readCase(visit.file);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { causes } = diagnose(read.value);
  const alike = [visit.cause, ...(causeRow(visit.cause).inseparable ?? [])];
  return { causes, alike };
});
type Visit = (typeof visits)[number];

const leads = ({ causes, alike }: Visit) => alike.includes(causes[0]?.id ?? "unlisted");
const share = (hit: (v: Visit) => boolean) => visits.filter(hit).length / visits.length;
const said = (v: Visit) => v.causes[0]?.probability ?? 0;

describe("the diagnosis beyond its own world", () => {
  it("is the same yard every time", () => {
    expect(JSON.stringify(visitOf(7).file)).toBe(JSON.stringify(visitOf(7).file));
  });

  it("is never certain and wrong", () => {
    const sure = visits.filter((v) => said(v) > 0.99);
    expect(sure.length).toBeGreaterThan(20);
    expect(sure.filter((v) => !leads(v)).length / sure.length).toBeLessThan(0.03);
    expect(visits.filter((v) => said(v) > 0.999 && !leads(v))).toEqual([]);
  });

  it("names the cause, or what looks like it from outside, in most of them", () => {
    expect(share(leads)).toBeGreaterThan(0.6);
    const few = (v: Visit) =>
      v.causes.filter((c) => v.alike.includes(c.id)).reduce((s, c) => s + c.probability, 0) < 0.001;
    expect(share(few)).toBeLessThan(0.03);
  });

  it("ends no questions with no known cause", () => {
    expect(
      share(({ causes }) => causes[0]?.id === "unlisted" && said({ causes, alike: [] }) > 0.9),
    ).toBe(0);
  });
});
