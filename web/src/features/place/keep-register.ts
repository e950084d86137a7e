import "server-only";
import { type PumpId, readPump, type WrittenPump } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { loadPump, savePlace as keepPlace } from "@/db";
import type { Failed } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";

export type PlaceAnswer = { readonly ok: true } | (Failed & { readonly path?: string });

export const refused = (message: string, path = ""): PlaceAnswer => ({ ok: false, path, message });

/** Keys of `pump` that have rows or columns of their own. */
const KEPT_ELSEWHERE = new Set([
  "tag",
  "family",
  "installation",
  "motor",
  "curve",
  "ratedPoint",
  "positiveDisplacement",
  "jet",
]);

type Register = Omit<WrittenPump, "history" | "fingerprint">;

/**
 * Keeps what is known of a pump and its place, as it is after a change. Whether whoever asks may, is asked before.
 * @param version - of the pump as it was seen
 * @param by - who changes it
 * @param change - the file of the register, changed; it is let in by the one reader
 */
export async function keepRegister(
  pumpId: PumpId,
  version: number,
  by: string,
  change: (register: Register) => unknown,
): Promise<PlaceAnswer> {
  const known = await loadPump(pumpId);
  if (!known) return refused("This pump is not there any more. What you typed is kept here.");
  const { history: _past, fingerprint: _own, ...register } = known.written;
  const file = readPump(change(register));
  if (!file.ok) {
    const [first] = file.error;
    return refused(first?.message ?? "Not understood.", first?.path ?? "");
  }
  const { pump, site, suction, discharge, system, duty, sump } = file.value.written;
  const details = Object.fromEntries(
    Object.entries(pump).filter(([key]) => !KEPT_ELSEWHERE.has(key)),
  );
  const layout = { suction, discharge, system, duty, sump, site };
  const facts = { details, layout, motor: pump.motor ?? undefined };
  const saved = await keepPlace(pumpId, version, facts, by);
  if (saved === "newer") {
    return refused(
      "Somebody changed this pump meanwhile. What you typed is kept here: load the page again, compare, save.",
    );
  }
  if (saved === "no-such-pump")
    return refused("This pump is not there any more. What you typed is kept here.");
  await forecastAnew(pumpId);
  revalidatePath(`/yard/${pumpId}`);
  return { ok: true };
}
