/** The curve a written sheet draws, for tests that put a sheet in and look at what comes out. */
import { caseOfPump, readPump } from "../src/case/index.ts";
import type { WrittenSheet } from "../src/sheet/index.ts";
import { situationOf } from "../src/visit/index.ts";
import type { RatedCurve } from "../src/curve/index.ts";

/** @returns undefined where the format has none of it */
export function curveOfSheet(sheet: WrittenSheet): RatedCurve | undefined {
  const pump = { family: "end-suction", curve: sheet };
  const read = readPump({ format: "yard-tack/case", version: 1, pump });
  return read.ok ? situationOf(caseOfPump(read.value.file)).sheets[0] : undefined;
}
