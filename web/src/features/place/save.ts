"use server";

import { pumpId as pumpIdSchema } from "@yard-tack/core/case";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { acting } from "@/edge";
import { keepRegister, type PlaceAnswer, refused } from "./keep-register";
import { withValues } from "./paths";

const request = z.object({
  pumpId: pumpIdSchema,
  version: z.number().int(),
  values: z.record(z.string().max(60), z.string().max(20_000)),
});

/** Writes what is known of a pump and its place; the motor plate as a new one that supersedes. */
export async function savePlace(raw: z.input<typeof request>): Promise<PlaceAnswer> {
  const parsed = request.safeParse(raw);
  if (!parsed.success)
    return refused("This could not be read. Nothing was saved; it is kept here.");
  const { pumpId, version, values } = parsed.data;
  return acting("place", "What you typed is kept here.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    return entered.ok
      ? keepRegister(pumpId, version, (register) => withValues(register, values))
      : entered;
  });
}
