import { caseOfPump, readPump } from "@yard-tack/core/case";
import type { LinePart } from "@yard-tack/core/suction";
import { linePartsOf } from "@yard-tack/core/visit";
import { useMemo } from "react";
import type { Sheet } from "./use-sheet";

/** The pump's suction line as it was drawn, with the level of its source [m]; no parts where none is. */
export function useLineParts({ dto }: Sheet): {
  readonly parts: readonly LinePart[];
  readonly level: number;
} {
  const { written: file } = dto.pump;
  return useMemo(() => {
    const { history: _past, fingerprint: _own, ...written } = file;
    const read = readPump(written);
    if (!read.ok) return { parts: [], level: 0 };
    const { suction } = caseOfPump(read.value.file);
    return { parts: linePartsOf(suction?.elements), level: suction?.sourceLevel?.si ?? 0 };
  }, [file]);
}
