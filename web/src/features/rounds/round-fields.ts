import * as z from "zod";

const MOST_PUMPS = 2000;

const pump = z.uuid("Load the page again.");

/** How a pump of a place is gone to. */
const plan = z.object({
  pump,
  days: z.int("Whole days.").min(1, "At least a day.").max(3660, "At most ten years."),
  hours: z
    .int("Whole hours.")
    .min(1, "At least an hour.")
    .max(1_000_000, "At most 1,000,000 h.")
    .nullable(),
  twin: pump.nullable(),
});

const plans = z
  .array(plan)
  .max(MOST_PUMPS, "Too many pumps for one place.")
  .refine((list) => new Set(list.map((p) => p.pump)).size === list.length, "Load the page again.")
  .refine(
    (list) =>
      list.every((p) => p.twin === null || (p.twin !== p.pump && twinOf(list, p.twin) === p.pump)),
    "Two pumps are each other's twin, and nobody else's.",
  );

const twinOf = (list: readonly z.output<typeof plan>[], of: string) =>
  list.find((p) => p.pump === of)?.twin;

/** How a place is walked: its pumps in their order, with what they were when the page was loaded. */
export const roundsForm = z.object({ site: z.uuid("Load the page again."), plans, before: plans });
export type RoundsForm = z.output<typeof roundsForm>;
