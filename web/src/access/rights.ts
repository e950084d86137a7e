/** Who may do what: one table, asked by every page, route and action. */
import type { Role } from "@/db";

/** What can be done, and by whom. What is at a site is only for those who may see that site. */
const RIGHTS = {
  /** Pages of pumps, calls and the log. */
  read: ["technician", "lead", "viewer", "administrator"],
  /** Calls, readings, pictures, signatures. */
  work: ["technician", "lead", "administrator"],
  /** Whose a call is, and what is another's: signed, changed, called off. */
  direct: ["lead", "administrator"],
  /** Pumps, their curves, plates and places. */
  register: ["technician", "lead", "administrator"],
  /** People, what they may see, the trail of what was done. */
  people: ["administrator"],
} as const satisfies Record<string, readonly Role[]>;

export type Right = keyof typeof RIGHTS;

export const may = (role: Role, right: Right): boolean =>
  RIGHTS[right].some((able) => able === role);

/**
 * Whether somebody may sign, change or call off a call.
 * @param of - whose it is; null where it is nobody's
 */
export const mayClose = (
  by: { readonly id: string; readonly role: Role },
  of: string | null,
): boolean => of === null || of === by.id || may(by.role, "direct");

/** What is said to somebody whose role cannot do it. */
export const REFUSED: Readonly<Record<Right, string>> = {
  read: "Your role does not read this.",
  work: "Your role reads only: calls, readings and signatures are for technicians and leads.",
  direct: "Whose a call is, a lead decides.",
  register: "Your role reads only: pumps and places are changed by technicians and leads.",
  people: "People and what they may see are the administrator's.",
};

/** Names of the roles, as they are shown. */
export const ROLE_NAMES: Readonly<Record<Role, string>> = {
  technician: "technician",
  lead: "lead",
  viewer: "owner's viewer",
  administrator: "administrator",
};
