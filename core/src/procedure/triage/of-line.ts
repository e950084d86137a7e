/** A look's own places on the line that was drawn: which joints, which valve, which high point. */
import { highPoints, type LinePart, placed } from "../../suction/index.ts";

type Places = (parts: readonly LinePart[], level: number) => readonly number[];

const ofKind =
  (...kinds: readonly LinePart["kind"][]): Places =>
  (parts) =>
    parts.flatMap((p, i) => (kinds.includes(p.kind) ? [i] : []));

const PLACES: Readonly<Record<string, Places>> = {
  "suction-air-leak/joint": ofKind("joint", "hose"),
  "suction-air-leak/gasket": ofKind("strainer", "reducer"),
  "suction-restriction/strainer": ofKind("strainer", "foot-valve"),
  "suction-restriction/hose": ofKind("hose"),
  "suction-restriction/valve": ofKind("valve"),
  "suction-restriction/mud": ofKind("inlet", "bell", "foot-valve"),
  "not-primed/pocket": (parts, level) => highPoints(placed(parts, { level })).map((p) => p.index),
  "foot-valve-leak/dirt": ofKind("foot-valve"),
  "foot-valve-leak/worn": ofKind("foot-valve"),
};

/**
 * Places of a look on a drawn line, by the index of their parts; empty where the line has none, undefined where the look is
 * not of a place on it, or none is drawn.
 * @param level - of the source over the shaft [m]
 */
export function placesOfLook(
  look: string,
  parts: readonly LinePart[],
  level: number,
): readonly number[] | undefined {
  return parts.length === 0 ? undefined : PLACES[look]?.(parts, level);
}
