import { expect, it } from "vitest";
import { factsFor } from "../../testing/facts.ts";
import { reading } from "../../testing/visit.ts";
import { foldEntries, stripsOf } from "../visit/index.ts";
import { proofLines } from "./index.ts";

const STRIPS = stripsOf([], factsFor({ family: "end-suction", motor: { phases: 3 } }), "metric");
const lines = (...entries: ReturnType<typeof reading>[]) =>
  proofLines(foldEntries(entries), STRIPS, "metric");

it("sets what was read twice side by side, and tells a change from what a gauge wanders", () => {
  const found = lines(
    reading(1, "2.0 bar", "dischargePressure"),
    reading(2, "3.5 bar", "dischargePressure", { snapshot: "after" }),
    reading(3, "40 m3/h", "flow"),
    reading(4, "41 m3/h", "flow", { snapshot: "after" }),
    reading(5, "8 A", "amps.0"),
  );
  expect(found.map((l) => [l.slot, l.before, l.after, l.how])).toEqual([
    ["dischargePressure", "2.0 bar", "3.5 bar", "up"],
    ["flow", "40 m3/h", "41 m3/h", "same"],
  ]);
  expect(found[0]?.say).toBe("1.50 bar more than as found");
});
it("has no line where one of the two is missing or was taken back", () => {
  expect(lines(reading(1, "2.0 bar", "dischargePressure"))).toEqual([]);
});
