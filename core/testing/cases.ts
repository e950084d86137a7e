/** Cases the tests start from: the shipped example and the demo's pumps. */
import { readdirSync, readFileSync } from "node:fs";
import { type CaseFile, readCase } from "../src/case/index.ts";

type Json = Record<string, unknown>;

const load = (path: string): Json =>
  JSON.parse(readFileSync(new URL(`../../demo/${path}`, import.meta.url), "utf8")) as Json;

export const exampleJson = (): Json => load("cases/example-1.json");
export const pumpJson = (tag: string): Json => load(`pumps/${tag}.json`);

/** Every pump of the demo. */
export const DEMO_TAGS: readonly string[] = readdirSync(
  new URL("../../demo/pumps", import.meta.url),
).map((f) => f.replace(".json", ""));

/** Reads a case or fails the test with its errors. */
export function caseFrom(json: unknown): CaseFile {
  const file = readCase(json);
  if (!file.ok) throw new Error(JSON.stringify(file.error));
  return file.value;
}

/** LF-2 near its duty, everything read, by gauges nobody stated a class of. */
export const LF2_READ = {
  label: "as found",
  suctionPressure: "0.08 bar",
  suctionGaugeHeight: "0.2 m",
  dischargePressure: "4.1 bar",
  dischargeGaugeHeight: "0.5 m",
  flow: "64 m3/h",
  amps: ["20.8 A", "21.0 A", "20.9 A"],
};
