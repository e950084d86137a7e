/** Zod building blocks of the case file: quantities as written, strict objects, known ids. */
import * as z from "zod";
import {
  type Dimension,
  nearestWord,
  parseQuantity,
  type Quantity,
  shownUnit,
} from "../quantity/index.ts";
import { LONGEST_TEXT } from "./ids.ts";

/** What may be written where the case schema itself takes anything: for who describes the format. */
export const WRITTEN_AS = new WeakMap<object, z.core.$ZodType>();

/**
 * Anything at all, typed as what may be written there: the transform behind it says in its own words
 * what is wrong with anything else.
 * @param form - the same as a schema, which describes and does not judge
 */
export function written<W>(form: z.core.$ZodType) {
  const anything = z.custom<W | null | undefined>(() => true);
  WRITTEN_AS.set(anything, form);
  return anything;
}

const quantityText = (dimension: Dimension) =>
  z
    .string()
    .max(LONGEST_TEXT)
    .describe(`${dimension}, with its unit, for example "2 ${shownUnit(dimension, "metric")}"`);

/** One text, or a list of repeats. */
const repeatsForm = (dimension: Dimension) =>
  z.union([quantityText(dimension).nullable(), z.array(quantityText(dimension).nullable())]);

/** One quantity as text; `null` and a missing key both mean "not read". */
export const quantity = (dimension: Dimension) =>
  written<string>(quantityText(dimension).nullable())
    .transform((raw, ctx): Quantity | undefined => readOne(raw, dimension, ctx, []))
    .optional();

/** A reading as written: one text, or a list of repeats. */
export type WrittenRepeats = string | readonly (string | null)[];
/** Readings per phase as written. */
export type WrittenPhases = string | readonly (WrittenRepeats | null)[];

/** A reading that may be a list of repeats; always a list here, empty when not read. */
export const repeated = (dimension: Dimension) =>
  written<WrittenRepeats>(repeatsForm(dimension))
    .transform((raw, ctx): readonly Quantity[] => readRepeats(raw, dimension, ctx, []))
    .optional()
    .transform((v) => v ?? []);

/**
 * Readings per phase: one or three entries, each a quantity, repeats of it, or `null`.
 * The inner list is empty for a phase that was not read.
 */
export const perPhase = (dimension: Dimension, counts: readonly number[]) =>
  written<WrittenPhases>(
    z.union([
      quantityText(dimension).nullable(),
      z.array(repeatsForm(dimension)).max(Math.max(...counts)),
    ]),
  )
    .transform((raw, ctx): readonly (readonly Quantity[])[] | undefined => {
      if (raw === null || raw === undefined) return undefined;
      const list: readonly unknown[] = Array.isArray(raw) ? raw : [raw];
      if (!counts.includes(list.length)) {
        const wanted = counts.join(" or ");
        ctx.addIssue({
          code: "custom",
          message: `${wanted} entries are needed, not ${list.length}.`,
        });
        return z.NEVER;
      }
      return list.map((entry, i) => readRepeats(entry, dimension, ctx, [i]));
    })
    .optional();

/** A plain number (a fraction, a count), with a range. */
export const plainNumber = (low: number, high: number) =>
  z
    .number({
      error: (issue) =>
        typeof issue.input === "string"
          ? "A plain number is needed here, without quotes or unit."
          : "A number is needed here.",
    })
    .min(low, `Must be at least ${low}.`)
    .max(high, `Must be at most ${high}.`)
    .nullish()
    .transform((v) => v ?? undefined);

/** Free text, kept short enough to be shown. */
export const shortText = z
  .string("A text is needed here.")
  .max(LONGEST_TEXT, `At most ${LONGEST_TEXT} characters.`)
  .nullish()
  .transform((v) => v ?? undefined);

/** True or false. */
export const flag = z
  .boolean("true or false is needed here.")
  .nullish()
  .transform((v) => v ?? undefined);

/** ISO 8601 date, or date and time with offset, kept as text. */
export const isoDate = z
  .string("A date is needed here.")
  .refine(
    (v) => /^\d{4}-\d{2}-\d{2}([T ].+)?$/.test(v) && Number.isFinite(Date.parse(v)),
    "A date is written 2026-03-02, or 2026-03-02T14:30:00+01:00 with a time.",
  )
  .nullish()
  .transform((v) => v ?? undefined);

/** One of a list of words; the message names the nearest. */
export const oneOf = <const T extends readonly [string, ...string[]]>(words: T) =>
  z
    .enum(words, { error: (issue) => notOneOf(issue.input, words) })
    .nullish()
    .transform((v): T[number] | undefined => v ?? undefined);

/** Message for a word that is not on a list. */
export function notOneOf(input: unknown, words: readonly string[]): string {
  if (typeof input !== "string") return `One of ${listed(words)} is needed here.`;
  const near = nearestWord(input, words);
  return near
    ? `"${input}" is not known; the nearest known is "${near}".`
    : `"${input}" is not known; known are ${listed(words)}.`;
}

const listed = (words: readonly string[]): string =>
  words.length > 16 ? `${words.slice(0, 16).join(", ")} …` : words.join(", ");

/**
 * An object that refuses unknown keys. The message has one line per unknown key, in order, each
 * naming the nearest known key; {@link ../read} turns them into one error per key.
 */
export const strict = <S extends z.ZodRawShape>(shape: S) =>
  z.strictObject(shape, {
    error: (issue) => {
      if (issue.code !== "unrecognized_keys") return "An object is needed here.";
      const keys = (issue as { keys?: readonly string[] }).keys ?? [];
      return keys.map((key) => unknownKey(key, Object.keys(shape))).join("\n");
    },
  });

/** The same object, where `null` counts as absent. */
export const optional = <S extends z.ZodRawShape>(shape: S) =>
  strict(shape)
    .nullish()
    .transform((v) => v ?? undefined);

/** A list of so many entries at most; an empty one where it is left out. */
export const list = <T extends z.ZodType>(entry: T, most: number) =>
  z
    .array(entry, "A list is needed here.")
    .max(most, `At most ${most} entries.`)
    .nullish()
    .transform((v) => v ?? []);

/** A value, or a list of them; always a list here. */
export const oneOrMany = <T extends z.ZodType>(entry: T, most: number) =>
  written<z.input<T> | readonly z.input<T>[]>(z.union([entry.nullable(), z.array(entry).max(most)]))
    .transform((v: unknown): unknown[] =>
      v === null || v === undefined ? [] : Array.isArray(v) ? v : [v],
    )
    .pipe(z.array(entry as z.ZodType<z.output<T>>).max(most, `At most ${most} entries.`))
    .optional()
    .transform((v) => v ?? []);

/** One of the known ids. */
export const idFrom = <const T extends readonly string[]>(known: T) =>
  z.enum(known, { error: (i) => notOneOf(i.input, known) });

function unknownKey(key: string, known: readonly string[]): string {
  const near = nearestWord(key, known);
  const shown = key.slice(0, 60);
  return near
    ? `Unknown key "${shown}"; the nearest known is "${near}".`
    : `Unknown key "${shown}"; known here are ${known.join(", ")}.`;
}

type Context = z.core.$RefinementCtx;

function readOne(
  raw: unknown,
  dimension: Dimension,
  ctx: Context,
  path: readonly number[],
): Quantity | undefined {
  if (raw === null || raw === undefined) return undefined;
  const complain = (message: string) => {
    ctx.addIssue({ code: "custom", message, path: [...path] });
    return undefined;
  };
  if (typeof raw === "number") {
    const unit = shownUnit(dimension, "metric");
    return complain(`${raw} has no unit; write it as text with one, for example "${raw} ${unit}".`);
  }
  if (typeof raw !== "string") return complain("A value with a unit, as text, is needed here.");
  if (raw.length > LONGEST_TEXT) return complain(`At most ${LONGEST_TEXT} characters.`);
  const parsed = parseQuantity(raw, dimension);
  return parsed.ok ? parsed.value : complain(parsed.error.message);
}

function readRepeats(
  raw: unknown,
  dimension: Dimension,
  ctx: Context,
  path: readonly number[],
): readonly Quantity[] {
  const list: readonly unknown[] = Array.isArray(raw) ? raw : [raw];
  return list
    .map((entry, i) => readOne(entry, dimension, ctx, Array.isArray(raw) ? [...path, i] : path))
    .filter((v) => v !== undefined);
}
