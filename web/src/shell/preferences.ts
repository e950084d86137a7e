/** Who is at the device, and in which units: kept in a cookie, so that the server draws it right. */
import type { PersonId } from "@yard-tack/core/case";

export const PREFERENCES_COOKIE = "yard-person";

/** What a person has set for themselves. */
export interface SettingsDto {
  /** Bigger targets, nothing to swipe. */
  readonly gloves: boolean;
  /** Instruments they have with them; null while they never said. */
  readonly onHand: readonly string[] | null;
}

export interface PersonDto {
  readonly id: PersonId;
  readonly name: string;
  readonly role: string;
  readonly units: "metric" | "us";
  readonly settings: SettingsDto;
}
