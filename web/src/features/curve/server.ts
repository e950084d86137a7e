import "server-only";
import type { PumpId } from "@yard-tack/core/case";
import { tableOfSheets } from "@yard-tack/core/sheet";
import { shownUnit } from "@yard-tack/core/quantity";
import Papa from "papaparse";
import { currentRating, loadPump } from "@/db";
import { FORMULA } from "@/shell/csv";
import type { CurvePageDto } from "./dto";

/** What the curve page needs; undefined when there is no such pump. */
export async function loadCurvePage(pumpId: PumpId): Promise<CurvePageDto | undefined> {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const current = await currentRating(pumpId);
  const rating = current?.rating ?? {};
  const plain = Object.fromEntries(
    Object.entries(pump.written.pump).filter(([k]) => !(k in rating)),
  );
  return {
    pumpId,
    tag: pump.tag,
    family: pump.family,
    base: pump.written,
    plain,
    rating,
    source: current?.source ?? "",
    curveId: current?.id ?? null,
  };
}

/** The pump's curves as a CSV file; undefined without a pump or a curve. */
export async function curveCsv(id: PumpId) {
  const pump = await loadPump(id);
  const sheets = [pump?.written.pump.curve ?? []].flat();
  if (!pump || sheets.length === 0) return undefined;
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
      { escapeFormulae: FORMULA },
    ),
  };
}

/** The pump as a case file without readings of today. */
export async function caseFile(id: PumpId) {
  const pump = await loadPump(id);
  if (!pump) return undefined;
  const file = {
    ...pump.written,
    id: pump.tag,
    snapshots: [{ label: "as found", valve: "as-found" }],
  };
  return { name: `${pump.tag}.json`, text: `${JSON.stringify(file, null, 2)}\n` };
}
