import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { simulated } from "../../testing/simulated.ts";
import type { CauseId } from "../case/index.ts";
import { diagnoseFully } from "./diagnose.ts";
import { readingsTogether } from "./together.ts";

const of = (json: object) => diagnoseFully(caseFrom(json as Record<string, unknown>));
const bits = (json: object, id: CauseId) => {
  const { posterior } = of(json);
  const index = posterior.causes.findIndex((c) => c.row.id === id);
  const single = Math.max(
    ...posterior.items.filter((i) => i.reading).map((i) => posterior.bits(i, index)),
  );
  return { all: posterior.bitsOfReadings(index), single, posterior, index };
};

describe("readings that bear each other out", () => {
  it.each([
    ["TH-1", "worn-rings", 0.3],
    ["BI-2", "worn-rings", 0.25],
    ["LF-2", "discharge-restriction", 0.5],
  ] as const)("on %s say more of %s together than any says alone", (tag, id, size) => {
    const { all, single, posterior, index } = bits(simulated(tag, id, size), id);
    expect(all).toBeGreaterThan(single + 0.5);
    expect(readingsTogether(posterior, index, single)).toMatch(/^\S.* and .* together$/);
    // One item that says as much is named alone.
    expect(readingsTogether(posterior, index, all)).toBeUndefined();
  });

  it("say nothing where nothing was read", () => {
    const told = { observations: { present: ["complaint.low-flow"], absent: [] } };
    const { all, posterior, index } = bits({ ...pumpJson("LF-2"), ...told }, "worn-rings");
    expect(all).toBe(0);
    expect(readingsTogether(posterior, index, 0)).toBeUndefined();
  });

  it("may end the questions, where a story alone may not", () => {
    const read = { ...simulated("TH-1", "worn-rings", 0.3) };
    const told = {
      observations: { present: ["complaint.low-pressure", "onset.gradual"], absent: [] },
    };
    expect(of({ ...read, ...told }).result.stop).toMatch(/^Worn wear rings/);
    expect(of({ ...pumpJson("TH-1"), ...told }).result.stop).toBeNull();
  });
});
