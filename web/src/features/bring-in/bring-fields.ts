/** What a table that is brought in says to the server. */
import { TABLE_KINDS } from "@yard-tack/core/record";
import * as z from "zod";

/** Lines of one table: more are cut into several files. */
export const MOST_LINES = 5000;

const cells = z.record(z.string().max(40), z.string().max(8000));

export const bringFields = z.object({
  kind: z.enum(TABLE_KINDS, "Choose what the table holds."),
  name: z.string().max(200),
  trial: z.boolean(),
  lines: z
    .array(z.object({ line: z.int().min(1), cells }))
    .min(1, "The table has no line.")
    .max(MOST_LINES, `At most ${MOST_LINES} lines at a time.`),
});
export type BringForm = z.input<typeof bringFields>;

/** What came of each line, or would. */
export const bringAnswer = z.object({
  outcomes: z.array(
    z.object({
      line: z.number(),
      does: z.enum(["new", "changes", "known", "left-out"]),
      words: z.string(),
    }),
  ),
});
export type BringAnswer = z.output<typeof bringAnswer>;
