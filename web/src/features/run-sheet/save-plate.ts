"use server";

import { v4 as newId } from "uuid";
import * as z from "zod";
import { inForce, Plate, Pump, unitOfWork } from "@/db";

const form = z.object({
  pumpId: z.uuid(),
  kind: z.enum(["body", "motor"]),
  facts: z
    .record(z.string().regex(/^[a-zA-Z]{1,40}$/), z.union([z.string().max(200), z.number()]))
    .refine((f) => Object.keys(f).length > 0),
});

/** Takes what was read on a plate into the register: a new row that keeps the one before. */
export async function savePlate(input: z.input<typeof form>): Promise<boolean> {
  const parsed = form.safeParse(input);
  if (!parsed.success) return false;
  const { pumpId, kind, facts } = parsed.data;
  const em = await unitOfWork();
  if (!(await em.findOne(Pump, { id: pumpId }))) return false;
  const plates = await em.find(Plate, { pumpId, kind }, { orderBy: { createdAt: "asc" } });
  const before = inForce(plates).at(-1);
  em.create(Plate, {
    id: newId(),
    pumpId,
    kind,
    facts: { ...before?.facts, ...facts },
    createdAt: new Date(),
    supersedes: before?.id ?? null,
  });
  await em.flush();
  return true;
}
