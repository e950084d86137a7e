/** Who is signed in here, and what they have set. */
import type { PersonId } from "@yard-tack/core/case";

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
  readonly role: "technician" | "lead" | "viewer" | "administrator";
  readonly units: "metric" | "us";
  readonly settings: SettingsDto;
}
