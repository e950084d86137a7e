import type { WrittenPart } from "@yard-tack/core/board";
import { pumpId } from "@yard-tack/core/case";
import * as z from "zod";

const side = z.enum(["suction", "discharge"]);
/** Parts as they were written; the one reader of a pump's file judges them. */
const parts = z
  .array(z.record(z.string().max(40), z.union([z.string().max(200), z.number(), z.null()])))
  .max(200, "At most 200 parts. Lengths of one bore can be one part.")
  .transform((list) => list as unknown as readonly WrittenPart[]);

export const lineForm = z.object({
  pumpId,
  version: z.number().int(),
  side,
  parts,
  /** The level of the source, where it was given on the page. */
  level: z.string().trim().max(200),
  /** The same with the pump off. */
  standing: z.string().trim().max(200).default(""),
});
export type LineForm = z.input<typeof lineForm>;

const text = z.string().max(200);

/** What a drawing was asked, without the pump's file, which the server has. */
export const proposalForm = z.object({
  pumpId,
  side,
  parts,
  asItLies: parts,
  today: z.object({
    flow: text,
    level: text,
    temperature: text,
    primer: text,
    standing: text.default(""),
  }),
  chosen: z.array(z.string().max(80)).min(1, "Choose what is to be changed first.").max(100),
  units: z.enum(["metric", "us"]),
});
export type ProposalForm = z.input<typeof proposalForm>;
