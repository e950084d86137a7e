import { expect, it } from "vitest";
import { LIFTING } from "../../../testing/lines.ts";
import type { LinePart } from "../../suction/index.ts";
import { placesOfLook } from "./of-line.ts";
import { TRIAGE_PARTS } from "./parts.ts";

const HOSES: readonly LinePart[] = [
  { kind: "strainer", bore: 0.1, height: -3 },
  { kind: "hose", length: 5, height: 0.4 },
  { kind: "joint", height: 0.4 },
  { kind: "hose", length: 2, height: 0 },
];

it("names a line's own joints, strainer and high point, and nothing where none is drawn", () => {
  expect(placesOfLook("suction-air-leak/joint", HOSES, -2)).toEqual([1, 2, 3]);
  expect(placesOfLook("suction-restriction/strainer", HOSES, -2)).toEqual([0]);
  expect(placesOfLook("not-primed/pocket", HOSES, -2)).toEqual([2]);
  expect(placesOfLook("not-primed/pocket", LIFTING, -3)).toEqual([]);
  expect(placesOfLook("suction-air-leak/joint", [], -2)).toBeUndefined();
  expect(placesOfLook("suction-air-leak/seal", HOSES, -2)).toBeUndefined();
});

it("knows each of the looks that it has places for", () => {
  const known = TRIAGE_PARTS.map((p) => p.id);
  const placed = known.filter((id) => placesOfLook(id, LIFTING, -3) !== undefined);
  expect(placed).toHaveLength(9);
});
