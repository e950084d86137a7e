"use server";

import { pumpId as pumpIdSchema, readPump } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { loadPump, savePlace as keepPlace } from "@/db";
import { acting, type Failed } from "@/edge";
import { forecastAnew } from "@/features/slate/index.server";
import { withValues } from "./paths";

const request = z.object({
  pumpId: pumpIdSchema,
  version: z.number().int(),
  values: z.record(z.string().max(60), z.string().max(20_000)),
});

export type PlaceAnswer = { readonly ok: true } | (Failed & { readonly path?: string });

const refused = (message: string, path = ""): PlaceAnswer => ({ ok: false, path, message });

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

/** Writes what is known of a pump and its place; the motor plate as a new one that supersedes. */
export async function savePlace(raw: z.input<typeof request>): Promise<PlaceAnswer> {
  const parsed = request.safeParse(raw);
  if (!parsed.success)
    return refused("This could not be read. Nothing was saved; it is kept here.");
  const { pumpId, version, values } = parsed.data;
  return acting("place", "What you typed is kept here.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    if (!entered.ok) return entered;
    const known = await loadPump(pumpId);
    if (!known) return refused("This pump is not there any more. What you typed is kept here.");
    const { history: _past, fingerprint: _own, ...register } = known.written;
    const file = readPump(withValues(register, values));
    if (!file.ok) {
      const [first] = file.error;
      return refused(first?.message ?? "Not understood.", first?.path ?? "");
    }
    const { pump, site, suction, discharge, system, duty, sump } = file.value.written;
    const details = Object.fromEntries(
      Object.entries(pump).filter(([key]) => !KEPT_ELSEWHERE.has(key)),
    );
    const saved = await keepPlace(pumpId, version, {
      details,
      layout: { suction, discharge, system, duty, sump, site },
      motor: pump.motor ?? undefined,
    });
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
  });
}
