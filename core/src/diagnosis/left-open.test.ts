/** What nobody read is not known, what is in order is no fault, and what may be dry is not kept running. */
import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson } from "../../testing/cases.ts";
import { visitOfFault } from "../../testing/yard/index.ts";
import { diagnose } from "./index.ts";

type Json = Record<string, unknown>;

const example = exampleJson();
const chance = (file: Json, id: string): number =>
  diagnose(caseFrom(file)).causes.find((c) => c.id === id)?.probability ?? 0;
const snapshot = (example["snapshots"] as Json[])[0] ?? {};
const pump = example["pump"] as Json;

describe("signs that are counted", () => {
  const gland = (drops: number): Json => ({
    ...example,
    pump: { ...pump, seal: { kind: "packed", shaft: "45 mm" } },
    snapshots: [{ ...snapshot, leakage: `${drops} drops/min` }],
    observations: { present: [], absent: [] },
  });
  it("take a gland that drips for one in order, and one that pours for a leak", () => {
    // Ten drops a minute cool 25 mm of shaft: eighteen for 45 mm.
    expect(chance(gland(18), "seal-leak")).toBeLessThan(chance(gland(300), "seal-leak") / 5);
    expect(chance(gland(0), "mechanical-drag")).toBeGreaterThan(
      3 * chance(gland(18), "mechanical-drag"),
    );
  });

  const pit = (startsPerHour: number): Json => ({
    format: "yard-tack/case",
    version: 1,
    pump: { family: "sump", motor: { phases: 3, power: "1.1 kW" } },
    sump: { startsPerHour, limit: 15 },
    observations: { present: ["complaint.cycles-often"], absent: [] },
  });
  it("take starts within the limit for no fault, however often they are heard", () => {
    expect(chance(pit(7.5), "short-cycling")).toBeLessThan(0.3);
    expect(chance(pit(30), "short-cycling")).toBeGreaterThan(0.5);
  });
});

describe("a pump that may be dry", () => {
  const told: Json = {
    format: "yard-tack/case",
    version: 1,
    pump: { family: "end-suction", installation: "lift", motor: { phases: 3, power: "5 kW" } },
    observations: { present: ["complaint.no-flow"], absent: ["complaint.wont-start"] },
  };
  it("is neither throttled nor shut in nor run both ways, and it is said why", () => {
    const { nextTests, forbiddenTests, stop } = diagnose(caseFrom(told));
    for (const id of ["throttle-and-listen", "two-direction", "roll-leads"]) {
      expect(nextTests.map((t) => t.id)).not.toContain(id);
      expect(forbiddenTests.find((t) => t.id === id)?.why).toContain("hardly anything flows");
    }
    // Only told on the phone: nothing ends here.
    expect(stop).toBeNull();
  });

  it("may be throttled again as soon as a meter shows that it flows", () => {
    const { forbiddenTests } = diagnose(caseFrom(example));
    expect(forbiddenTests.map((t) => t.id)).not.toContain("throttle-and-listen");
  });
});

describe("a story on the phone", () => {
  it("ends no questions, however well it is told", () => {
    const { causes, stop } = diagnose(
      caseFrom({
        format: "yard-tack/case",
        version: 1,
        pump: { family: "sump", motor: { phases: 3, power: "3 kW" } },
        observations: { present: ["complaint.runs-on", "onset.intermittent"], absent: [] },
      }),
    );
    expect(causes[0]).toMatchObject({ id: "float-stuck-on" });
    expect(causes[0]?.probability).toBeGreaterThan(0.9);
    expect(stop).toBeNull();
  });
});

describe("a speed that is set", () => {
  it("condemns no sound pump that nobody complains of, read or not", () => {
    let low = 0;
    for (let seed = 1; seed <= 400 && low < 12; seed++) {
      const file = visitOfFault(seed, "healthy", 1)?.file as Json | undefined;
      const [first] = (file?.["snapshots"] as Json[] | undefined) ?? [];
      const frequency = Number.parseFloat(String(first?.["frequency"] ?? "50"));
      if (!file || frequency > 45 || first?.["dischargePressure"] === undefined) continue;
      low++;
      const { frequency: _, speed: __, ...unread } = first;
      for (const s of [first, unread]) {
        const [leader] = diagnose(
          caseFrom({ ...file, snapshots: [s], observations: { present: [], absent: [] } }),
        ).causes;
        const condemned = leader?.id !== "healthy" && (leader?.probability ?? 0) > 0.9;
        expect(condemned, `${String(file["id"])}: ${leader?.id ?? ""}`).toBe(false);
      }
    }
    expect(low).toBeGreaterThan(5);
  });
});
