/** Who is at the device, and in which units: kept in a cookie, so that the server draws it right. */
import * as z from "zod";

export const PREFERENCES_COOKIE = "yard-person";

export const personDto = z.object({
  id: z.uuid(),
  name: z.string(),
  role: z.string(),
  units: z.enum(["metric", "us"]),
});

export type PersonDto = z.infer<typeof personDto>;
