"use server";

import { pumpId as pumpIdSchema } from "@yard-tack/core/case";
import * as z from "zod";
import { onAction } from "@/access/index.server";
import { MOST_CHOICES, type PumpChoice, pumpChoices } from "@/db";

export interface Choices {
  readonly pumps: readonly PumpChoice[];
  /** There are more than these: words narrow them down. */
  readonly more: boolean;
}

const asked = z.object({
  text: z.string().transform((text) => text.trim().slice(0, 80)),
  always: pumpIdSchema.optional(),
});

/** Pumps on the yard that have every word of a text, and one that is to be among them. */
export async function choicesFor(text: string, always?: string): Promise<Choices> {
  const parsed = asked.safeParse({ text, always });
  const entered = await onAction("work");
  if (!parsed.success || !entered.ok) return { pumps: [], more: false };
  const pumps = await pumpChoices(entered.visitor.sites, parsed.data.text, parsed.data.always);
  return { pumps, more: pumps.length > MOST_CHOICES };
}
