/** What the priming of a pump needs to know of its own suction line: plain data, so that it can go with a sheet. */
import { airOfLine, type BenchSizes, type PrimingInputs } from "../suction/index.ts";
import { lineSetting } from "./line-study.ts";
import type { Situation } from "./situation.ts";

export interface OwnLine {
  /** Level of the source over the shaft [m], and what the casing holds [m³]; undefined where nobody knows. */
  readonly level: number | undefined;
  readonly casing: number | undefined;
  /** What the drawn pipe holds [m³]; 0 where none is drawn. */
  readonly pipe: number;
  /** Air that its primer has to draw off; undefined where the water comes by itself, or the line is not known. */
  readonly air: Omit<PrimingInputs, "capacity"> | undefined;
}

export function ownLine(situation: Situation): OwnLine {
  const { suctionParts: parts } = situation;
  const setting = lineSetting(situation, {});
  const known = typeof setting === "string" ? undefined : setting;
  const casing = known && known.pump.casing > 0 ? known.pump.casing : undefined;
  let bore = parts.find((p) => p.bore)?.bore ?? 0;
  let pipe = 0;
  for (const p of parts) {
    bore = p.bore ?? bore;
    pipe += (p.length ?? 0) * (Math.PI / 4) * bore ** 2;
  }
  const air =
    known && known.drawn.level < 0 && pipe > 0
      ? airOfLine(parts, known.drawn, known.pump.casing)
      : undefined;
  return { level: known?.drawn.level, casing, pipe, air: air?.pieces.length ? air : undefined };
}

/** A pipe's and a casing's volume are not shown smaller or larger than what the bench can still be watched at [m³]. */
const PIPE = [0.002, 0.5] as const;
const CASING = [0.002, 0.2] as const;
/** No lift is deeper than what the air can carry [m]. */
const DEEPEST = -9;

const within = (value: number, [low, high]: readonly [number, number]): number =>
  Math.max(low, Math.min(high, value));

/** A layout's sizes as this pump has them; what nobody knows of it is as usual. */
export function benchSizes({ level, casing, pipe }: OwnLine, usual: BenchSizes): BenchSizes {
  return {
    // A layout below its water stays below it: a lift is shown as a lift.
    level:
      level !== undefined && Math.sign(level) === Math.sign(usual.level)
        ? Math.max(DEEPEST, level)
        : usual.level,
    suction: pipe > 0 ? within(pipe, PIPE) : usual.suction,
    casing: casing === undefined ? usual.casing : within(casing, CASING),
  };
}
