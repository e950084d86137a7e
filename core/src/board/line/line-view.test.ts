import { readdirSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pumpJson } from "../../../testing/cases.ts";
import { FAMILIES, INSTALLATIONS, type WrittenPump } from "../../case/index.ts";
import { READY_LAYOUTS } from "../../suction/index.ts";
import { type LineAsked, lineView } from "./line-view.ts";
import { editedWritten, together, type WrittenPart, writtenPart } from "./written-line.ts";

const TODAY = { flow: "", level: "", temperature: "", primer: "" };
const fileOf = (tag: string): WrittenPump => {
  const { observations, snapshots, tests, history, ...file } = pumpJson(tag) as WrittenPump &
    Record<"observations" | "snapshots" | "tests", unknown>;
  void [observations, snapshots, tests, history];
  return file;
};
const ready = (id: string, bore: number, level: number): WrittenPart[] =>
  (READY_LAYOUTS.find((l) => l.id === id)?.parts(bore, level) ?? []).map((p) =>
    writtenPart(p, "metric"),
  );
const ask = (written: WrittenPump, parts: readonly WrittenPart[], more: Partial<LineAsked> = {}) =>
  lineView({
    ...{ written, side: "suction", parts, asItLies: parts, today: TODAY },
    ...{ chosen: [], units: "metric" },
    ...more,
  });
const words = (view: object): string => JSON.stringify(view);

describe("a line as a screen shows it", () => {
  it("draws and judges every ready layout on every pump of the demo, in both systems of units", () => {
    const tags = readdirSync("demo/pumps").map((f) => f.replace(".json", ""));
    expect(tags.length).toBeGreaterThan(15);
    for (const tag of tags)
      for (const { id } of READY_LAYOUTS)
        for (const units of ["metric", "us"] as const) {
          const view = ask(fileOf(tag), ready(id, 0.08, -2), { units });
          expect(
            view.faults.filter((f) => f.stops),
            `${tag} ${id}`,
          ).toEqual([]);
          expect(words(view), `${tag} ${id}`).not.toMatch(/NaN|undefined|Infinity/);
          if (view.lacks === undefined)
            expect(view.parts.length, `${tag} ${id}`).toBeGreaterThan(0);
        }
  });

  it("says what is lacking of a pump of which hardly anything is known, of any family", () => {
    for (const family of FAMILIES)
      for (const installation of INSTALLATIONS) {
        const bare = {
          format: "yard-tack/case",
          version: 1,
          pump: { family, installation },
        } as WrittenPump;
        const parts = ready("lift", 0.05, -3);
        const view = ask(bare, parts);
        expect(view.lacks, family).toMatch(/How high the water stands|No flow is known/);
        const today = { ...TODAY, flow: "10 m3/h", level: "-3 m" };
        const told = ask(bare, parts, { today });
        expect(told.lacks, family).toBeUndefined();
        expect(told.headline, family).toMatch(/What it needs is not on its sheet/);
        expect(told.parts).toHaveLength(parts.length);
      }
  });

  it("draws the level at rest beside the level while it runs, and says how far it is drawn down", () => {
    const parts = ready("lift", 0.08, -3);
    const at = (standing: string, level = "-3 m") =>
      ask(fileOf("LF-2"), parts, { today: { ...TODAY, level, standing } });
    expect(at("-1.8 m")).toMatchObject({ standingLevel: -1.8, level: -3 });
    expect(at("-1.8 m").about).toMatch(/draws its water down by 1\.20 m/);
    expect(at("-3.5 m").about).toMatch(/one of the two is wrong/);
    expect(at("").about).not.toMatch(/down by|at rest/);
    // What the register has stands where nobody says otherwise today.
    const written = { ...fileOf("LF-2"), suction: { sourceLevel: "-3 m", standingLevel: "-2 m" } };
    expect(ask(written, parts, { today: TODAY }).standingLevel).toBe(-2);
  });

  it("tells at its part what cannot be, in words, and draws nothing then", () => {
    const parts = ready("flooded", 0.08, 1.8);
    const spoiled = (to: WrittenPart) => parts.map((p, i) => (i === 2 ? { ...p, ...to } : p));
    for (const [to, field] of [
      [{ bore: "80 kg" }, "bore"],
      [{ length: "long" }, "length"],
      [{ opening: "half" as unknown as number }, "opening"],
    ] as const) {
      const view = ask(fileOf("LF-1"), spoiled(to));
      expect(view.faults[0]).toMatchObject({ at: 2, field, stops: true });
      expect(view.parts).toEqual([]);
    }
    for (const to of [{ bore: "0 mm" }, { length: "-3 m" }])
      expect(ask(fileOf("LF-1"), spoiled(to)).faults[0]).toMatchObject({ at: 2, stops: true });
  });

  it("takes any junk of a part without failing", () => {
    const junk = fc.dictionary(
      fc.constantFrom("kind", "bore", "length", "height", "opening", "valve", "k", "shape", "x"),
      fc.oneof(fc.string({ maxLength: 12 }), fc.double(), fc.constant(null), fc.constant("3 m")),
    );
    fc.assert(
      fc.property(fc.array(junk, { maxLength: 6 }), fc.string({ maxLength: 8 }), (list, flow) => {
        const view = ask(fileOf("LF-1"), list as unknown as WrittenPart[], {
          today: { ...TODAY, flow },
        });
        expect(view.faults.every((f) => f.say !== "")).toBe(true);
      }),
    );
  });

  it("sets the chosen mends beside what lies there, and writes the changed line so that it reads the same", () => {
    const parts = ready("flooded", 0.08, 1.8).map((p) =>
      p.kind === "valve" ? { ...p, opening: 0.5 } : p,
    );
    const written = fileOf("LF-1");
    const view = ask(written, parts);
    const chosen = view.findings.filter((f) => f.group === "metres").map((f) => f.key);
    expect(chosen).toHaveLength(2);
    const both = ask(written, parts, { chosen });
    const row = (name: string) => both.compared.find((r) => r.name === name);
    expect(row("loss of the line")?.how).toBe("better");
    expect(row("flow it gives")?.how).toBe("better");
    const then = ask(written, both.changed ?? [], { asItLies: parts });
    expect(then.findings.filter((f) => f.group === "metres")).toEqual([]);
    expect(then.headline).toContain(row("margin over what it needs") ? "The pump gets" : "?");
  });

  it("tells a lift's budget with both rules as the trade means them", () => {
    const written = fileOf("QO-4");
    const view = ask(written, ready("lift", 0.08, -5.5));
    expect(view.budget?.rules[0]?.words).toMatch(
      /less lift less friction is left for the pump: .* left, .* needed/,
    );
    const sum = (view.budget?.bars ?? []).reduce((s, b) => s + b.metres, 0);
    expect(sum).toBeCloseTo(view.pressure?.atmosphere ?? 0, 6);
  });
});

describe("changes of several findings at once", () => {
  it("leave each other's places alone, whatever their order", () => {
    const parts: WrittenPart[] = ["a", "b", "c", "d"].map((material) => ({
      kind: "pipe",
      material,
    }));
    const edits = together([
      [{ insertAt: 1, part: { kind: "valve" } }],
      [{ set: 2, to: { valve: "gate" } }],
      [{ remove: 3 }],
    ]);
    const out = editedWritten(parts, edits, "metric");
    expect(out.map((p) => p.material ?? p.kind)).toEqual(["a", "valve", "b", "c"]);
    expect(out[3]?.valve).toBe("gate");
  });

  it("are written so that they read back as they were meant", () => {
    const part = { kind: "pipe", bore: 0.08, length: 3.05, height: -1.5, freeArea: 0.009 } as const;
    expect(writtenPart(part, "metric")).toEqual({
      ...{ kind: "pipe", bore: "80 mm", length: "3.05 m", height: "-1.5 m", freeArea: "90 cm2" },
    });
    expect(writtenPart(part, "us")).toMatchObject({ bore: "3.15 in", length: "10.01 ft" });
  });
});
