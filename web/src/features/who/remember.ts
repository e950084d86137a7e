import "server-only";
import { revalidatePath } from "next/cache";
import { cookies } from "next/headers";
import * as z from "zod";
import { PREFERENCES_COOKIE } from "@/shell/preferences";

/** Where to go from here: only a path of this application, never another host. */
export const back = z
  .string()
  .regex(/^\/(?!\/)[\w\-/]*$/)
  .catch("/");

/** Remembers who is at this device. */
export async function remember(person: string): Promise<void> {
  (await cookies()).set(PREFERENCES_COOKIE, person, {
    path: "/",
    sameSite: "lax",
    httpOnly: true,
    maxAge: 60 * 60 * 24 * 365,
  });
  // The frame round every page carries the name and its units.
  revalidatePath("/", "layout");
}
