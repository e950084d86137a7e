"use server";

import { readCase } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { inForce, Plate, Pump, unitOfWork } from "@/db";
import { loadPump } from "@/features/yard/index.server";
import { withValues } from "./paths";

const request = z.object({
  pumpId: z.uuid(),
  version: z.number().int(),
  values: z.record(z.string().max(60), z.string().max(20_000)),
});

export type PlaceAnswer =
  { readonly ok: true } | { readonly ok: false; readonly path: string; readonly message: string };

const refused = (message: string, path = ""): PlaceAnswer => ({ ok: false, path, message });

type Json = Record<string, unknown>;

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
  const known = await loadPump(pumpId);
  const em = await unitOfWork();
  const pump = await em.findOne(Pump, { id: pumpId });
  if (!known || !pump)
    return refused("This pump is not there any more. What you typed is kept here.");
  if (pump.version !== version) {
    return refused(
      "Somebody changed this pump meanwhile. What you typed is kept here: load the page again, compare, save.",
    );
  }
  const next = withValues(known.base, values) as Json & { pump: Json; site?: Json };
  const file = readCase({ ...next, snapshots: [{ label: "as found" }] });
  if (!file.ok) {
    const [first] = file.error;
    return refused(first?.message ?? "Not understood.", first?.path ?? "");
  }
  const { motor } = next.pump;
  const details = Object.fromEntries(
    Object.entries(next.pump).filter(([key]) => !KEPT_ELSEWHERE.has(key)),
  );
  const { suction, discharge, system, duty, sump, site } = next;
  await em.transactional(async (tx) => {
    pump.details = details;
    pump.layout = { suction, discharge, system, duty, sump, site };
    const plates = await tx.find(Plate, { pumpId, kind: "motor" });
    const before = inForce(plates).at(-1);
    if (motor && JSON.stringify(motor) !== JSON.stringify(before?.facts)) {
      tx.create(Plate, {
        id: newId(),
        pumpId,
        kind: "motor",
        facts: motor as Json,
        createdAt: new Date(),
        supersedes: before?.id ?? null,
      });
    }
    await tx.flush();
  });
  revalidatePath(`/yard/${pumpId}`);
  return { ok: true };
}
