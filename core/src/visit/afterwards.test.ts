import { expect, it } from "vitest";
import { boardOfVisit } from "../board/index.ts";
import { entry, PUMP, reading } from "../../testing/visit.ts";
import { afterwards } from "./index.ts";

const CHOKED = [
  entry(1, { kind: "observation", observation: "noise.gravel", state: "present" }),
  reading(2, "-24 inHg", "suctionPressure"),
  reading(3, "2.6 bar", "dischargePressure"),
  reading(4, "44 m3/h", "flow"),
];
const MENDED = [
  reading(5, "0.08 bar", "suctionPressure", { snapshot: "after" }),
  reading(6, "4.1 bar", "dischargePressure", { snapshot: "after" }),
  reading(7, "64 m3/h", "flow", { snapshot: "after" }),
];
const leading = (entries: readonly (typeof CHOKED)[number][], round: boolean) => {
  const board = boardOfVisit({ ...PUMP, entries, round }, "metric");
  if (!board.ok) throw new Error(JSON.stringify(board.errors));
  return board.view.causes[0]?.id;
};

it("leaves the readings after the work alone, so that they are judged by themselves", () => {
  expect(leading([...CHOKED, ...MENDED], false)).toBe("suction-restriction");
  expect(leading(afterwards([...CHOKED, ...MENDED]), true)).toBe("healthy");
  // Read again and nothing gained: the fault is there still.
  const same = CHOKED.slice(1).map((e) => ({ ...e, snapshot: "after" }) as typeof e);
  expect(leading(afterwards([...CHOKED, ...same]), true)).toBe("suction-restriction");
});
