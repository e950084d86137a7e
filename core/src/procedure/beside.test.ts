import { expect, it } from "vitest";
import { factsFor } from "../../testing/facts.ts";
import { reading } from "../../testing/visit.ts";
import { foldEntries, stripsOf } from "../visit/index.ts";
import { besideLines } from "./index.ts";

const STRIPS = stripsOf([], factsFor({ family: "end-suction", motor: { phases: 3 } }), "metric");
const beside = (other: Record<string, string>, ...entries: ReturnType<typeof reading>[]) =>
  besideLines(foldEntries(entries), other, STRIPS, "metric").map((l) => [l.slot, l.how, l.say]);

it("tells where two pumps differ by more than a reading wanders", () => {
  const other = { dischargePressure: "36 psi", "amps.0": "20.1 A", flow: "much", level: "2 m" };
  const found = beside(
    other,
    reading(1, "1.9 bar", "dischargePressure"),
    reading(2, "20.3 A", "amps.0"),
    reading(3, "90 m3/h", "flow"),
    reading(4, "2 bar", "suctionPressure"),
  );
  expect(found).toEqual([
    ["dischargePressure", "down", "0.58 bar less than the other one"],
    ["amps.0", "same", "alike"],
  ]);
});

it("compares nothing that was read after the work, or taken back", () => {
  const after = { snapshot: "after" } as const;
  expect(beside({ flow: "9 m3/h" }, reading(1, "80 m3/h", "flow", after))).toEqual([]);
});
