/** The case and the result described as JSON Schema, in the dialect of OpenAPI 3.0. */
import * as z from "zod";
import { WRITTEN_AS } from "./fields.ts";
import { resultSchema } from "./result.ts";
import { caseSchema } from "./schema.ts";

/** A description of a value: JSON Schema of OpenAPI 3.0. */
export type Format = Readonly<Record<string, unknown>>;

/** A `yard-tack/case` file as it may be written. */
export const caseFormat = (): Format => formatOf(caseSchema);

/** A `yard-tack/result`; values are SI. */
export const resultFormat = (): Format => formatOf(resultSchema);

const formatOf = (schema: z.core.$ZodType): Format => {
  const { $schema: _, ...format } = z.toJSONSchema(schema, {
    target: "openapi-3.0",
    io: "input",
    // What is read by a transform says itself what may be written there.
    unrepresentable: "any",
    override: ({ zodSchema, jsonSchema }) => {
      const form = WRITTEN_AS.get(zodSchema);
      if (form) Object.assign(jsonSchema, formatOf(form));
    },
  });
  return format;
};
