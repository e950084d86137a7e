import { describe, expect, it } from "vitest";
import { readCase } from "../case/index.ts";
import { diagnoseFully } from "./diagnose.ts";

/** A borehole pump whose gauge and meter show more to lift; the level as given. */
function leading(level: string | undefined) {
  const file = readCase({
    format: "yard-tack/case",
    version: 1,
    pump: {
      family: "borehole",
      installation: "submerged",
      curve: {
        speed: "2900 rpm",
        points: [
          { flow: "0 m3/h", head: "90 m" },
          { flow: "10 m3/h", head: "84 m" },
          { flow: "18 m3/h", head: "70 m" },
          { flow: "24 m3/h", head: "50 m" },
        ],
      },
      motor: { phases: 3, power: "7.5 kW", voltage: "400 V", current: "16 A", speed: "2900 rpm" },
    },
    suction: { sourceLevel: "8 m", loss: { flow: "18 m3/h", head: "0.1 m" } },
    discharge: { staticHead: "60 m" },
    duty: { flow: "18 m3/h", head: "70 m" },
    snapshots: [
      {
        label: "as found",
        flow: "13.2 m3/h",
        dischargePressure: "7.85 bar",
        ...(level ? { level } : {}),
      },
    ],
  });
  if (!file.ok) throw new Error(JSON.stringify(file.error));
  const { result, posterior } = diagnoseFully(file.value, "metric");
  const of = (id: string) => result.causes.find((c) => c.id === id)?.probability ?? 0;
  return { of, items: posterior.items.map((i) => i.id as string), text: JSON.stringify(result) };
}

describe("a level read on the day", () => {
  it("that has fallen speaks for more to lift, and is named", () => {
    const fallen = leading("0.5 m");
    const none = leading(undefined);
    const odds = (l: typeof none) => l.of("static-rise") / l.of("discharge-restriction");
    expect(odds(fallen)).toBeGreaterThan(5 * odds(none));
    expect(fallen.text).toContain("8.00 m in the register");
    expect(none.items).not.toContain("level");
  });
  it("as it always was speaks a little against it", () => {
    const [same, none] = [leading("8 m"), leading(undefined)];
    expect(same.of("static-rise")).toBeLessThan(none.of("static-rise"));
    expect(same.of("static-rise")).toBeGreaterThan(0.1 * none.of("static-rise"));
  });
});
