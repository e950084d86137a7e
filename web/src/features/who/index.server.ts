import "server-only";
import { cookies } from "next/headers";
import { people, unitOfWork } from "@/db";
import { PREFERENCES_COOKIE, personDto, type PersonDto } from "@/shell/preferences";

export { saveSettings } from "./save-settings";

/** Everybody who can be chosen. */
export async function everybody(): Promise<PersonDto[]> {
  const rows = await people(await unitOfWork());
  return rows.map(({ id, name, role, units, settings }) =>
    personDto.parse({ id, name, role, units, settings }),
  );
}

/** Who this device says is at it; the first technician when it has not said. */
export async function whoIsHere(): Promise<PersonDto> {
  const chosen = (await cookies()).get(PREFERENCES_COOKIE)?.value;
  const all = await everybody();
  const found = all.find((p) => p.id === chosen) ?? all.find((p) => p.role === "technician");
  if (!found) throw new Error("Nobody is in the list of people: load the demo or add somebody.");
  return found;
}
