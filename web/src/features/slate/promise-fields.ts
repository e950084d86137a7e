import * as z from "zod";
import { WALL_TIME } from "@/shell/times";

const promise = z.uuid("Load the page again.");

/** A promise that is dropped says why. */
export const droppedFields = z.object({
  promise,
  why: z
    .string()
    .trim()
    .min(1, "Say why it is dropped: it stays on the pump's page.")
    .max(300, "At most 300 characters."),
});

/** Another day for a promise. */
export const movedFields = z.object({
  promise,
  due: z.string().regex(WALL_TIME, "Choose a day and a time."),
});
