import "server-only";
import { cookies } from "next/headers";
import { people } from "@/db";
import { PREFERENCES_COOKIE, type PersonDto } from "@/shell/preferences";

/** Everybody who can be chosen. */
export const everybody = (): Promise<PersonDto[]> => people();

/** Who this device says is at it; the first technician when it has not said. */
export async function whoIsHere(): Promise<PersonDto> {
  const chosen = (await cookies()).get(PREFERENCES_COOKIE)?.value;
  const all = await everybody();
  const found = all.find((p) => p.id === chosen) ?? all.find((p) => p.role === "technician");
  if (!found) throw new Error("Nobody is in the list of people: load the demo or add somebody.");
  return found;
}
