/** Forms about people, as the browser and the server both judge them. */
import { passphrase } from "@/access";
import { personId } from "@yard-tack/core/case";
import * as z from "zod";

const name = z.string().trim().min(1, "A name is needed.").max(80, "At most 80 characters.");
const units = z.enum(["metric", "us"], "Choose the units.");

/** What somebody does here; the list of the database. */
const role = z.enum(["technician", "lead", "viewer", "administrator"], "Choose the work.");

/** Somebody new. */
export const personFields = z.object({ name, role, units });

/** Coming in. */
export const signInFields = z.object({
  name,
  passphrase: z.string().min(1, "A passphrase is needed.").max(200, "At most 200 characters."),
  shared: z.string().optional(),
  back: z.string(),
});

/** The first words of somebody welcomed: the name only of the first administrator. */
export const welcomeFields = z
  .object({
    token: z.string().max(100),
    name,
    units,
    passphrase,
    again: z.string(),
  })
  .refine(({ passphrase: first, again }) => first === again, {
    path: ["again"],
    message: "The two are not the same.",
  });

/** What the administrator decides of somebody. */
export const decisionFields = z.object({
  person: z.uuid("Load the page again.").pipe(personId),
  role,
  everywhere: z.boolean(),
  sites: z.array(z.uuid("Load the page again.")).max(2000),
});

/** A token of a machine: what it is called, how long it is good, and the one thing it is for. */
export const tokenFields = z.object({
  id: z.uuid().default("00000000-0000-4000-8000-000000000000"),
  name,
  days: z.enum(["30", "90", "365"], "Choose how long it is good."),
  may: z.enum(["read-site", "write-readings", "calendar"], "Choose what it is for."),
  site: z.uuid("Choose the place."),
  pump: z.uuid("Choose the pump."),
});

/** A team: who is in it, and what they see by it. */
export const teamFields = z.object({
  team: z.uuid("Load the page again."),
  members: z.array(z.uuid("Load the page again.")).max(2000),
  sites: z.array(z.uuid("Load the page again.")).max(2000),
});

export const newTeamFields = z.object({ name });

/** Another passphrase, with the one before it. */
export const passphraseFields = z
  .object({
    before: z.string().min(1, "The passphrase you have is needed.").max(200),
    passphrase,
    again: z.string(),
  })
  .refine(({ passphrase: first, again }) => first === again, {
    path: ["again"],
    message: "The two are not the same.",
  });
