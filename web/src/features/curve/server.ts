import "server-only";
import { tableOfSheets, type WrittenSheet } from "@yard-tack/core/sheet";
import { shownUnit } from "@yard-tack/core/quantity";
import Papa from "papaparse";
import { unitOfWork } from "@/db";
import { loadPump } from "@/features/yard/index.server";
import { currentRating } from "./current";
import type { CurvePageDto } from "./dto";

/** What the curve page needs; undefined when there is no such pump. */
export async function loadCurvePage(pumpId: string): Promise<CurvePageDto | undefined> {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const current = await currentRating(await unitOfWork(), pumpId);
  const rating = current?.rating ?? {};
  const plain = Object.fromEntries(
    Object.entries(pump.base["pump"] as Record<string, unknown>).filter(([k]) => !(k in rating)),
  );
  return {
    pumpId,
    tag: pump.tag,
    family: pump.family,
    base: pump.base,
    plain,
    rating,
    source: current?.source ?? "",
    curveId: current?.id ?? null,
  };
}

/** The pump's curves as a CSV file; undefined without a pump or a curve. */
export async function curveCsv(pumpId: string) {
  const pump = await loadPump(pumpId);
  const sheets = (pump?.base["pump"] as { curve?: readonly WrittenSheet[] } | undefined)?.curve;
  if (!pump || !sheets || sheets.length === 0) return undefined;
  const rows = tableOfSheets(sheets, {
    flow: shownUnit("flow", pump.units),
    head: shownUnit("length", pump.units),
    power: shownUnit("power", pump.units),
    diameter: pump.units === "us" ? "in" : "mm",
  });
  return {
    name: `${pump.tag} curve.csv`,
    text: Papa.unparse(
      rows.map((r) => [...r]),
      { escapeFormulae: true },
    ),
  };
}

/** The pump as a case file without readings of today. */
export async function caseFile(pumpId: string) {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const file = {
    ...pump.base,
    id: pump.tag,
    snapshots: [{ label: "as found", valve: "as-found" }],
  };
  return { name: `${pump.tag}.json`, text: `${JSON.stringify(file, null, 2)}\n` };
}
