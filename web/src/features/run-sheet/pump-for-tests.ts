/** A pump the tests of this folder share: two gauges on LF-2's curve. */
import { readFileSync } from "node:fs";
import type { PumpDto } from "@/features/yard";

const file = JSON.parse(
  readFileSync(new URL("../../../../demo/pumps/LF-2.json", import.meta.url), "utf8"),
) as Record<string, unknown>;

const gauge = (kind: string, unit: string, range: [string, string], gaugeHeight: string) => ({
  id: kind,
  name: kind,
  kind,
  travels: false,
  unit,
  range,
  percent: 1.6,
  division: null,
  gaugeHeight,
  tappingHeight: null,
  line: "full" as const,
  zero: null,
});

export const pumpForTests: PumpDto = {
  loadedAt: "2026-06-01T08:00:00.000Z",
  id: "p",
  tag: "LF-2",
  purpose: "Raceway supply",
  family: "end-suction",
  installation: "flooded",
  siteName: "Larkfen Hatchery",
  zone: "Europe/London",
  units: "metric",
  base: { ...file, observations: undefined },
  instruments: [
    gauge("suction-gauge", "inHg", ["-30 inHg", "15 psi"], "0.2 m"),
    gauge("discharge-gauge", "bar", ["0 bar", "6 bar"], "0.5 m"),
  ],
  body: null,
  motor: (file["pump"] as { motor: Record<string, unknown> }).motor,
  curveSource: null,
  hasEarlierRating: false,
  version: 1,
  retiredAt: null,
};
