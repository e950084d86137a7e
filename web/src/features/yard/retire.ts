"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod";
import { Pump, unitOfWork } from "@/db";

const form = z.object({ pumpId: z.uuid(), retire: z.boolean() });

/** Takes a pump off the yard, or puts it back. Its log, its curve and its open sheet stay. */
export async function setRetired(pumpId: string, retire: boolean): Promise<void> {
  const asked = form.parse({ pumpId, retire });
  const em = await unitOfWork();
  await em.nativeUpdate(
    Pump,
    { id: asked.pumpId },
    { retiredAt: asked.retire ? new Date() : null },
  );
  revalidatePath("/", "layout");
}
