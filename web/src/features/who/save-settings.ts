"use server";

import { Person, unitOfWork } from "@/db";
import { type SettingsDto, settingsDto } from "@/shell/preferences";
import { whoIsHere } from "./index.server";

/** Keeps what the person at this device has set; what is not named stays as it was. */
export async function saveSettings(change: Partial<SettingsDto>): Promise<SettingsDto> {
  const who = await whoIsHere();
  const settings = settingsDto.parse({ ...who.settings, ...change });
  const em = await unitOfWork();
  await em.nativeUpdate(Person, { id: who.id }, { settings });
  return settings;
}
