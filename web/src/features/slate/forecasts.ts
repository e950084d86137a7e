import "server-only";
import { forecastOf } from "@yard-tack/core/board";
import type { ObservationId, PumpId } from "@yard-tack/core/case";
import { type Forecast, loadPump, openSheetsOf, saveForecast } from "@/db";

/** What to read first and take along on a call; null when there is no such pump. */
export async function forecastFor(
  pumpId: PumpId,
  codes: readonly ObservationId[],
): Promise<Forecast | null> {
  const pump = await loadPump(pumpId);
  const forecast = pump && forecastOf({ ...pump, codes, day: pump.loadedAt });
  return forecast ? { ...forecast, take: [...forecast.take] } : null;
}

/** Works the forecasts of a pump's open calls out anew, after the pump was changed. */
export async function forecastAnew(pumpId: PumpId): Promise<void> {
  for (const sheet of await openSheetsOf(pumpId)) {
    const forecast = await forecastFor(pumpId, sheet.codes);
    if (forecast) await saveForecast(sheet.id, forecast);
  }
}
