import "server-only";
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import { cache } from "react";
import { people } from "@/db";
import { PREFERENCES_COOKIE, type PersonDto } from "@/shell/preferences";

/** Everybody who can be chosen; asked for once in a request. */
export const everybody = cache((): Promise<PersonDto[]> => people());

/** Who this device says is at it, else the first technician, else whoever there is; undefined where nobody is. */
export async function personHere(): Promise<PersonDto | undefined> {
  const chosen = (await cookies()).get(PREFERENCES_COOKIE)?.value;
  const all = await everybody();
  return all.find((p) => p.id === chosen) ?? all.find((p) => p.role === "technician") ?? all.at(0);
}

/** {@link personHere}; where nobody is in the list yet, the page that asks who it is comes instead. */
export async function whoIsHere(): Promise<PersonDto> {
  return (await personHere()) ?? redirect("/who");
}
