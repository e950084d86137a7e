/** How the last backup, its copy elsewhere and its trial ended: written by what makes them, read here. */
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";

const upkeepRow = columns(
  z.object({
    name: z.enum(["backup", "copy", "trial"]),
    at: z.coerce.date(),
    ok: z.boolean(),
    about: z.string(),
    /** When it last went well; null where it never did. */
    goodAt: z.coerce.date().nullable(),
  }),
);

/** What was done by itself, as it ended last. */
export const upkeepDone = async (): Promise<readonly z.output<typeof upkeepRow>[]> =>
  selected(await unitOfWork(), upkeepRow, "select * from upkeep order by name", []);
