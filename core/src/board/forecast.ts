/** Before anybody is at the pump: what to read first and what to take along. */
import { foldEntries, type VisitBasis } from "../visit/index.ts";
import { boardOfState } from "./board-view.ts";

export interface VisitForecast {
  /** Name of the reading to take before anything is touched; null when none tells enough. */
  readonly first: string | null;
  /** Tools and parts. */
  readonly take: readonly string[];
  readonly engine: string;
  readonly dataVersion: string;
}

/** A reading that would tell less is not worth a line [bits]. */
const WORTH_SAYING = 0.15;
const TOOLS_NAMED = 3;
const CAUSES_PACKED_FOR = 2;

const TOOLS: Readonly<Record<string, string>> = {
  suctionPressure: "compound gauge",
  dischargePressure: "pressure gauge",
  amps: "clamp meter",
  speed: "tachometer",
  flow: "flow meter or stopwatch",
};

/** Works it out from the call alone; undefined when the pump's file cannot be read. */
export function forecastOf(basis: VisitBasis): VisitForecast | undefined {
  const board = boardOfState(basis, foldEntries([]), "metric");
  if (!board.ok) return undefined;
  const { missing, causes, engine, dataVersion } = board.view;
  const [first] = missing;
  const likely = causes
    .filter((c) => c.id !== "healthy" && c.id !== "unlisted")
    .slice(0, CAUSES_PACKED_FOR);
  const tools = missing.flatMap((m) => TOOLS[m.slot] ?? []).slice(0, TOOLS_NAMED);
  const parts = likely.flatMap((c) => c.parts.slice(0, 1));
  return {
    first: first && first.bits > WORTH_SAYING ? first.name : null,
    take: [...new Set([...tools, ...parts])],
    engine,
    dataVersion,
  };
}
