/** A visit for tests: LF-2 with two gauges, and short ways to write its entries. */
import { readFileSync } from "node:fs";
import { caseOfPump, dimensionAt, readPump } from "../src/case/index.ts";
import { parseReading } from "../src/quantity/index.ts";
import {
  ENTRY_VERSION,
  type Instrument,
  type Note,
  pumpView,
  readEntry,
  type SheetEntry,
  situationOf,
} from "../src/visit/index.ts";

const {
  id: _i,
  note: _n,
  snapshots: _s,
  observations: _o,
  tests: _t,
  ...register
} = JSON.parse(
  readFileSync(new URL("../../demo/pumps/LF-2.json", import.meta.url), "utf8"),
) as Record<string, unknown>;
const read = readPump(register);
if (!read.ok) throw new Error(JSON.stringify(read.error));
const { written, file } = read.value;

const gauge = (
  kind: string,
  unit: string,
  range: readonly [string, string],
  gaugeHeight: string,
): Instrument => ({
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
  line: "full",
  zero: null,
  goodUntil: null,
  retired: false,
});

/** Two gauges on LF-2's curve. */
export const PUMP = {
  written,
  view: pumpView(situationOf(caseOfPump(file))),
  instruments: [
    gauge("suction-gauge", "inHg", ["-30 inHg", "15 psi"], "0.2 m"),
    gauge("discharge-gauge", "bar", ["0 bar", "6 bar"], "0.5 m"),
  ],
  codes: [],
  day: "2026-06-01T08:00:00.000Z",
} as const;

/** A UUID that tells its number. */
export const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const at = (n: number) => new Date(Date.UTC(2026, 10, 25, 8, 0, n)).toISOString();

/** As much of an entry as a test says; the rest is made up. Everything goes through the schema. */
export function entry(n: number, body: object): SheetEntry {
  const made = readEntry({
    version: ENTRY_VERSION,
    id: uuid(n),
    personId: uuid(999),
    at: at(n),
    supersedes: null,
    order: n,
    ...body,
  });
  if (!made.ok) throw new Error(`${JSON.stringify(body)}: ${made.error}`);
  return made.value;
}

/** A reading with the figure its text says; `counts: false` for one that is no reading. */
export function reading(
  n: number,
  raw: string,
  slot = "suctionPressure",
  more: object = {},
): SheetEntry {
  return entry(n, {
    kind: "reading",
    snapshot: "as found",
    slot,
    raw,
    unit: null,
    si: null,
    fault: null,
    reason: null,
    ...figureOf(raw, slot, more),
    ...more,
  });
}

export const note = (n: number, noted: Note, more: object = {}): SheetEntry =>
  entry(n, { kind: "note", note: noted, ...more });

/** What a strip makes of a text: its unit and mean, or why it is no reading. */
function figureOf(raw: string, slot: string, more: { readonly snapshot?: string } = {}): object {
  const dimension = dimensionAt(more.snapshot ?? "as found", slot);
  const parsed = dimension && parseReading(raw, dimension);
  return parsed?.ok
    ? { unit: parsed.value.values[0].unit, si: parsed.value.mean }
    : { fault: raw === "" ? null : "not-a-number" };
}
