/** Who is at the device, and in which units: kept in a cookie, so that the server draws it right. */
import * as z from "zod";

export const PREFERENCES_COOKIE = "yard-person";

/** What a person has set for themselves; anything not understood counts as not set. */
export const settingsDto = z.object({
  /** Bigger targets, nothing to swipe. */
  gloves: z.boolean().catch(false).default(false),
  /** Instruments they have with them; null while they never said. */
  onHand: z.array(z.string().max(40)).max(40).nullable().catch(null).default(null),
});
export type SettingsDto = z.infer<typeof settingsDto>;

export const personDto = z.object({
  id: z.uuid(),
  name: z.string(),
  role: z.string(),
  units: z.enum(["metric", "us"]),
  settings: settingsDto,
});

export type PersonDto = z.infer<typeof personDto>;
