/** Facts of a pump of which only a few things are known. */
import { caseOfPump, readPump } from "../src/case/index.ts";
import { factsOf, type PumpFacts, situationOf } from "../src/visit/index.ts";

/** @param pump - keys of `pump` in a case file; `rest` - keys beside it */
export function factsFor(pump: object, rest: object = {}): PumpFacts {
  const read = readPump({ format: "yard-tack/case", version: 1, pump, ...rest });
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return factsOf(situationOf(caseOfPump(read.value.file)));
}
