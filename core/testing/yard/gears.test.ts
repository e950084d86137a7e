import { describe, expect, it } from "vitest";
import { readCase } from "../../src/case/index.ts";
import { causeRow, diagnose } from "../../src/diagnosis/index.ts";
import { gearVisitOf } from "./gears.ts";

/** Made-up gear pumps by other laws than the engine's; what is asked is what was reached, with room for a few visits. */
const visits = Array.from({ length: 80 }, (_, i) => gearVisitOf(40_001 + i)).map((visit) => {
  const read = readCase(visit.file);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { causes } = diagnose(read.value);
  return { ...visit, causes, alike: [visit.cause, ...(causeRow(visit.cause).inseparable ?? [])] };
});
type Visit = (typeof visits)[number];

const leads = ({ causes, alike }: Visit) => alike.includes(causes[0]?.id ?? "unlisted");
const given = ({ causes, alike }: Visit) =>
  causes.filter((c) => alike.includes(c.id)).reduce((s, c) => s + c.probability, 0);

describe("gears beyond the engine's own world", () => {
  it("are named right in most visits, and their true cause is never thrown out", () => {
    expect(visits.filter(leads).length / visits.length).toBeGreaterThan(0.75);
    expect(visits.filter((v) => given(v) < 0.001)).toEqual([]);
  });

  it("that are sound are called sound, whatever thickness and speed their table was drawn for", () => {
    const sound = visits.filter((v) => v.cause === "healthy");
    expect(sound.length).toBeGreaterThan(10);
    expect(sound.filter(leads).length / sound.length).toBeGreaterThan(0.85);
  });

  it("are hardly ever certain and wrong", () => {
    const wrong = visits.filter((v) => (v.causes[0]?.probability ?? 0) > 0.97 && !leads(v));
    expect(wrong).toEqual([]);
  });
});
